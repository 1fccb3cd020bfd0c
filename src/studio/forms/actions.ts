'use server'

import { findForm } from '@/db/queries/forms'
import { requireMember } from '@/server/access/session'
import { newFormSchema } from '@/server/api/schemas'
import { context } from '@/server/context'
import { createForm } from '@/server/forms/createForm'

export type NewFormResult = { ok: true; slug: string } | { ok: false; field: string; message: string }

/** Makes a blank form, or a copy of the one named. */
export async function newFormAction(entered: {
  name: string
  slug: string
  folder: string
  campaign: string
  copyOf: string
}): Promise<NewFormResult> {
  const { workspaceId, userId } = await requireMember()
  const { db } = context()
  const { copyOf, ...rest } = entered
  const read = newFormSchema.safeParse(rest)
  if (!read.success) {
    const issue = read.error.issues[0]
    return { ok: false, field: String(issue?.path[0] ?? 'name'), message: issue?.message ?? 'Not as expected' }
  }
  const original = copyOf ? await findForm(db, workspaceId, copyOf) : undefined
  const made = await createForm(db, workspaceId, { ...read.data, draft: original?.draft }, userId)
  return made
    ? { ok: true, slug: made.slug }
    : { ok: false, field: 'slug', message: 'Another form has this address. Choose another.' }
}
