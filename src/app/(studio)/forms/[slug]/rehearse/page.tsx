import { showMoment } from '@/core/formats/zone'
import { listSubmissions } from '@/db/queries/arrivals'
import { listPeople } from '@/db/queries/people'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Rehearse } from '@/studio/rehearse/rehearse'

export default memberPage(async ({ workspaceId, timeZone }, { params: { slug = '' } }) => {
  const { db } = context()
  const [people, arrivals] = await Promise.all([
    listPeople(db, workspaceId, { limit: 30 }),
    listSubmissions(db, workspaceId, { form: slug, limit: 30 }),
  ])
  return (
    <Rehearse
      people={people.rows.map(({ id, email }) => ({ id, name: email }))}
      arrivals={arrivals.rows.map(({ id, email, receivedAt, values }) => ({
        id,
        title: `${email ?? 'somebody'}, ${showMoment(timeZone, receivedAt)}`,
        values,
      }))}
    />
  )
})
