'use server'

import { z } from 'zod'
import type { Resources } from '@/core/form/examine'
import { cutText } from '@/core/formats/text'
import { readResources } from '@/db/queries/workspace'
import { memberAction } from '@/server/access/session'
import { createToken, withdrawToken } from '@/server/access/token'
import { context } from '@/server/context'
import { type Done, notDone } from '@/server/done'
import { addDesk, changeDesk, deskSchema } from '@/server/settings/desks'
import {
  addField,
  changeField,
  fieldChangeSchema,
  fieldOrderSchema,
  fieldSchema,
  orderFields,
  recordSchema,
} from '@/server/settings/fields'
import { addList, listSchema } from '@/server/settings/lists'

export type AddResult = { ok: true; name: string; resources: Resources } | { ok: false; message: string }

/** What came of a change, with everything the workspace has now. */
async function tell(workspaceId: string, result: Done<{ name: string }>): Promise<AddResult> {
  if (!result.ok) return { ok: false, message: result.message }
  return { ok: true, name: result.value.name, resources: await readResources(context().db, workspaceId) }
}

/** Does something with what was entered, or says what is wrong with it. */
async function withInput<T>(
  schema: z.ZodType<T>,
  entered: unknown,
  run: (input: T) => Promise<Done<{ name: string }>>,
): Promise<Done<{ name: string }>> {
  const read = schema.safeParse(entered)
  return read.success ? run(read.data) : notDone(422, read.error.issues[0]?.message ?? 'Not as expected')
}

/** Adds a contact field, a list or a desk with no address yet, named after its title. */
export const addResourceAction = memberAction(
  z.tuple([z.enum(['field', 'list', 'desk']), z.string()]),
  async ({ workspaceId }, what, title): Promise<AddResult> => {
    const { db } = context()
    const add = {
      field: () => withInput(fieldSchema, { label: title }, (input) => addField(db, workspaceId, 'contact', input)),
      list: () => withInput(listSchema, { title }, (input) => addList(db, workspaceId, input)),
      desk: () => withInput(deskSchema, { title }, (input) => addDesk(db, workspaceId, input)),
    }[what]
    return tell(workspaceId, await add())
  },
)

/** Adds a field to a sort of record, named after its label. */
export const addFieldAction = memberAction(
  z.tuple([recordSchema, z.string(), z.string()]),
  async ({ workspaceId }, record, label, type): Promise<AddResult> => {
    const add = (input: z.output<typeof fieldSchema>) => addField(context().db, workspaceId, record, input)
    return tell(workspaceId, await withInput(fieldSchema, { label, type }, add))
  },
)

/** Changes a field that is there. */
export const setFieldAction = memberAction(
  z.tuple([recordSchema, z.string().max(60), fieldChangeSchema]),
  async ({ workspaceId }, record, name, change): Promise<AddResult> =>
    tell(workspaceId, await changeField(context().db, workspaceId, record, name, change)),
)

/** Puts the fields of a record in another order. */
export const orderFieldsAction = memberAction(
  z.tuple([recordSchema, fieldOrderSchema]),
  async ({ workspaceId }, record, names): Promise<Resources> => {
    await orderFields(context().db, workspaceId, record, names)
    return readResources(context().db, workspaceId)
  },
)

/** Sets what a desk is called and who belongs to it. */
export const setDeskAction = memberAction(
  z.tuple([z.string(), z.string(), z.string()]),
  async ({ workspaceId }, name, title, addresses): Promise<AddResult> => {
    const change = (input: z.output<typeof deskSchema>) => changeDesk(context().db, workspaceId, name, input)
    return tell(workspaceId, await withInput(deskSchema, { title, addresses }, change))
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
