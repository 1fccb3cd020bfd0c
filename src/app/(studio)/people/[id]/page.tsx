import { notFound } from 'next/navigation'
import { z } from 'zod'
import { listFormNames } from '@/db/queries/forms'
import { findPerson } from '@/db/queries/people'
import { listLinks } from '@/db/queries/links'
import { readResources } from '@/db/queries/workspace'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Person } from '@/studio/people/person'

export const metadata = { title: 'Person' }

export default memberPage(async ({ workspaceId }, { params }) => {
  const { db } = context()
  const id = z.uuid().safeParse(params.id).data
  const person = id ? await findPerson(db, workspaceId, id) : null
  if (!person) notFound()
  const [{ fields }, forms, links] = await Promise.all([
    readResources(db, workspaceId),
    listFormNames(db, workspaceId),
    listLinks(db, workspaceId, person.id),
  ])
  return <Person person={person} fields={fields} links={links} forms={forms.filter(({ isLive }) => isLive)} />
})
