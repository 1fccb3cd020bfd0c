import { notFound } from 'next/navigation'
import { z } from 'zod'
import { findPerson } from '@/db/queries/people'
import { readResources } from '@/db/queries/workspace'
import { requireMember } from '@/server/access/session'
import { context } from '@/server/context'
import { listForms } from '@/server/forms/listForms'
import { Person } from '@/studio/people/person'

export const metadata = { title: 'Person' }

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { workspaceId } = await requireMember()
  const { db } = context()
  const id = z.uuid().safeParse((await params).id).data
  const person = id ? await findPerson(db, workspaceId, id) : null
  if (!person) notFound()
  const [{ fields }, forms] = await Promise.all([readResources(db, workspaceId), listForms(db, workspaceId)])
  return <Person person={person} fields={fields} forms={forms.filter(({ release }) => release !== null)} />
}
