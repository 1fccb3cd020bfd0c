import { notFound } from 'next/navigation'
import { showMoment } from '@/core/formats/zone'
import { findForm } from '@/db/queries/forms'
import { listSubmissions } from '@/db/queries/arrivals'
import { listPeople } from '@/db/queries/people'
import { listRehearsals } from '@/db/queries/rehearsals'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Rehearse } from '@/studio/rehearse/rehearse'

export default memberPage('people', async ({ workspaceId, timeZone }, { params: { slug = '' } }) => {
  const { db } = context()
  const form = await findForm(db, workspaceId, slug)
  if (!form) notFound()
  const [people, arrivals, kept] = await Promise.all([
    listPeople(db, workspaceId, { limit: 30 }),
    listSubmissions(db, workspaceId, { form: slug, limit: 30 }),
    listRehearsals(db, form.id),
  ])
  return (
    <Rehearse
      people={people.rows.map(({ id, email }) => ({ id, name: email }))}
      arrivals={arrivals.rows.map(({ id, email, receivedAt, values }) => ({
        id,
        title: `${email ?? 'somebody'}, ${showMoment(timeZone, receivedAt)}`,
        values,
      }))}
      kept={kept.map(({ id, title, values, contact, remembered, contactEmail, tried }) => ({
        id,
        title,
        values,
        contact,
        remembered,
        contactEmail,
        tried,
      }))}
    />
  )
})
