'use server'

import { z } from 'zod'
import { readStored } from '@/core/form/stored'
import { findForm } from '@/db/queries/forms'
import { memberAction } from '@/server/access/session'
import { newFormSchema } from '@/server/api/schemas'
import { context } from '@/server/context'
import { createForm } from '@/server/forms/createForm'

export type NewFormResult = { ok: true; slug: string } | { ok: false; field: string; message: string }

const enteredSchema = z.object({
  name: z.string(),
  slug: z.string(),
  folder: z.string(),
  campaign: z.string(),
  copyOf: z.string(),
})

/** Makes a blank form, or a copy of the one named. */
export const newFormAction = memberAction(
  z.tuple([enteredSchema]),
  async ({ workspaceId, userId }, { copyOf, slug, ...rest }): Promise<NewFormResult> => {
    const { db } = context()
    const read = newFormSchema.safeParse({ ...rest, slug: slug || undefined })
    if (!read.success) {
      const issue = read.error.issues[0]
      return { ok: false, field: String(issue?.path[0] ?? 'name'), message: issue?.message ?? 'Not as expected' }
    }
    const original = copyOf ? await findForm(db, workspaceId, copyOf) : undefined
    const draft = original && readStored(original.draft)
    const made = await createForm(db, workspaceId, { ...read.data, draft }, userId)
    return made
      ? { ok: true, slug: made.slug }
      : { ok: false, field: 'slug', message: 'Another form has this address. Choose another.' }
  },
)
