import { notFound } from 'next/navigation'
import { findForm } from '@/db/queries/forms'
import { listPeople } from '@/db/queries/people'
import { listRehearsals } from '@/db/queries/rehearsals'
import { listArrivals } from '@/server/forms/tried'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Rehearse } from '@/studio/rehearse/rehearse'

export default memberPage('people', async ({ workspaceId, timeZone }, { params: { slug = '' } }) => {
  const { db } = context()
  const form = await findForm(db, workspaceId, slug)
  if (!form) notFound()
  const [people, arrivals, kept] = await Promise.all([
    listPeople(db, workspaceId, { limit: 30 }),
    listArrivals(db, { workspaceId, slug, timeZone }),
    listRehearsals(db, form.id),
  ])
  return (
    <Rehearse
      people={people.rows.map(({ id, email }) => ({ id, name: email }))}
      arrivals={arrivals}
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
