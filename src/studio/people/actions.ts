'use server'

import { z } from 'zod'
import { readCursor } from '@/db/queries/cursor'
import { findForm } from '@/db/queries/forms'
import { findPerson, listPeople } from '@/db/queries/people'
import { requireMember } from '@/server/access/session'
import { context } from '@/server/context'
import { createPersonalLink } from '@/server/people/createLink'

export async function peopleAction(search: string | undefined, after: string | null) {
  const { workspaceId } = await requireMember()
  return listPeople(context().db, workspaceId, { search, after: readCursor(after), limit: 60 })
}

export type PersonRow = Awaited<ReturnType<typeof peopleAction>>['rows'][number]

/** Makes a personal link to a form for a contact; the address is shown this once. */
export async function newLinkAction(contact: string, slug: string): Promise<string | null> {
  const { workspaceId } = await requireMember()
  const { db, config } = context()
  const form = await findForm(db, workspaceId, slug)
  const id = z.uuid().safeParse(contact).data
  if (!form || !id || !(await findPerson(db, workspaceId, id))) return null
  const { url } = await createPersonalLink(db, config.LICHEN_URL, form, id, new Date())
  return url
}
