'use server'

import { z } from 'zod'
import type { Resources } from '@/core/form/examine'
import { cutText } from '@/core/formats/text'
import { nameFrom } from '@/core/form/name'
import { rules as email } from '@/core/answers/kinds/email'
import { addField, addList, readResources, saveDesk } from '@/db/queries/workspace'
import { memberAction } from '@/server/access/session'
import { createToken, withdrawToken } from '@/server/access/token'
import { context } from '@/server/context'

export type AddResult = { ok: true; name: string; resources: Resources } | { ok: false; message: string }

const titleSchema = z.string().trim().min(1, 'Give it a name').max(80)

/** Adds a contact field, a list or a desk with no address yet, named after its title. */
export const addResourceAction = memberAction(
  z.tuple([z.enum(['field', 'list', 'desk']), z.string()]),
  async ({ workspaceId }, what, title): Promise<AddResult> => {
    const { db } = context()
    const read = titleSchema.safeParse(title)
    if (!read.success) return { ok: false, message: read.error.issues[0]?.message ?? 'Give it a name' }
    const before = await readResources(db, workspaceId)
    const taken = { field: before.fields, list: before.lists, desk: before.desks }[what].map(({ name }) => name)
    const name = nameFrom(read.data, taken)
    if (what === 'field') await addField(db, workspaceId, { name, label: read.data })
    else if (what === 'list') await addList(db, workspaceId, { name, title: read.data })
    else await saveDesk(db, workspaceId, { name, title: read.data, addresses: [] })
    return { ok: true, name, resources: await readResources(db, workspaceId) }
  },
)

/** Sets who belongs to a desk: addresses, one a line or with commas between. */
export const setDeskAction = memberAction(
  z.tuple([z.string(), z.string().max(80), z.string().max(20_000)]),
  async ({ workspaceId }, name, title, addresses): Promise<AddResult> => {
    const { db } = context()
    const known = (await readResources(db, workspaceId)).desks.some((desk) => desk.name === name)
    if (!known) return { ok: false, message: 'There is no such desk.' }
    const checked = addresses
      .split(/[\s,;]+/)
      .filter(Boolean)
      .map((text) => ({ text, read: email.check(text, {}) }))
    const wrong = checked.find(({ read }) => !read.ok)
    if (wrong) return { ok: false, message: `“${wrong.text}” is not an email address.` }
    const sound = [
      ...new Set(checked.flatMap(({ read }) => (read.ok && typeof read.answer === 'string' ? [read.answer] : []))),
    ]
    await saveDesk(db, workspaceId, { name, title: title.trim() || name, addresses: sound })
    return { ok: true, name, resources: await readResources(db, workspaceId) }
  },
)

/** Makes an API token. It is shown this once. */
export const newTokenAction = memberAction(z.tuple([z.string()]), ({ workspaceId }, title) =>
  createToken(context().db, workspaceId, cutText(title.trim(), 80) || 'Token'),
)

/** Withdraws an API token. */
export const withdrawTokenAction = memberAction(z.tuple([z.uuid()]), ({ workspaceId }, token) =>
  withdrawToken(context().db, workspaceId, token),
)
