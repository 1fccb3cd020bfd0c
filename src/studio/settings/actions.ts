'use server'

import { z } from 'zod'
import type { Resources } from '@/core/form/examine'
import { cutText } from '@/core/formats/text'
import { nameFrom } from '@/core/form/name'
import { optionsSchema } from '@/core/answers/options'
import { rules as email } from '@/core/answers/kinds/email'
import {
  FIELD_TYPES,
  type FieldType,
  findField,
  isBuiltIn,
  RECORD_TYPES,
  type RecordField,
  type RecordType,
} from '@/core/records/field'
import { addList, orderFields, readResources, saveDesk, saveField } from '@/db/queries/workspace'
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
    const contactFields = before.fields.filter(({ record }) => record === 'contact')
    const taken = { field: contactFields, list: before.lists, desk: before.desks }[what].map(({ name }) => name)
    const name = nameFrom(read.data, taken)
    if (what === 'field') await saveField(db, workspaceId, newField('contact', name, read.data))
    else if (what === 'list') await addList(db, workspaceId, { name, title: read.data })
    else await saveDesk(db, workspaceId, { name, title: read.data, addresses: [] })
    return { ok: true, name, resources: await readResources(db, workspaceId) }
  },
)

const newField = (record: RecordType, name: string, label: string): RecordField => ({
  record,
  name,
  label,
  type: 'text',
  options: [],
  retired: false,
})

const recordSchema = z.enum(RECORD_TYPES)

/** Adds a field to a sort of record, named after its label. */
export const addFieldAction = memberAction(
  z.tuple([recordSchema, z.string(), z.enum(FIELD_TYPES as [FieldType, ...FieldType[]])]),
  async ({ workspaceId }, record, label, type): Promise<AddResult> => {
    const { db } = context()
    const read = titleSchema.safeParse(label)
    if (!read.success) return { ok: false, message: read.error.issues[0]?.message ?? 'Give it a name' }
    const { fields } = await readResources(db, workspaceId)
    const name = nameFrom(
      read.data,
      fields.filter((field) => field.record === record).map((field) => field.name),
    )
    await saveField(db, workspaceId, { ...newField(record, name, read.data), type })
    return { ok: true, name, resources: await readResources(db, workspaceId) }
  },
)

const fieldChangeSchema = z.strictObject({
  label: titleSchema,
  type: z.enum(FIELD_TYPES as [FieldType, ...FieldType[]]),
  options: optionsSchema(),
  retired: z.boolean(),
})

/** Changes a field that is there. What is stored in it stays as it is; a built-in one is never retired. */
export const setFieldAction = memberAction(
  z.tuple([recordSchema, z.string().max(60), fieldChangeSchema]),
  async ({ workspaceId }, record, name, change): Promise<AddResult> => {
    const { db } = context()
    const field = findField((await readResources(db, workspaceId)).fields, record, name)
    if (!field) return { ok: false, message: 'There is no such field.' }
    if (isBuiltIn(field) && (change.retired || change.type !== field.type))
      return { ok: false, message: `${field.label} belongs to every ${record}.` }
    await saveField(db, workspaceId, { ...field, ...change })
    return { ok: true, name, resources: await readResources(db, workspaceId) }
  },
)

/** Puts the fields of a record in another order. */
export const orderFieldsAction = memberAction(
  z.tuple([recordSchema, z.array(z.string().max(60)).max(500)]),
  async ({ workspaceId }, record, names): Promise<Resources> => {
    const { db } = context()
    await orderFields(db, workspaceId, record, names)
    return readResources(db, workspaceId)
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
