import { z } from 'zod'
import { optionsSchema } from '@/core/answers/options'
import { nameFrom } from '@/core/form/name_from'
import {
  FIELD_TYPES,
  type FieldType,
  findField,
  isBuiltIn,
  RECORD_TYPES,
  type RecordField,
  type RecordType,
} from '@/core/fields/field'
import type { Db } from '@/db/database'
import { orderFields as putInOrder, readResources, saveField } from '@/db/queries/workspace'
import { type Done, done, notDone } from '../done'
import { titleSchema } from './titles'

export const recordSchema = z.enum(RECORD_TYPES)

const typeSchema = z.enum(FIELD_TYPES as [FieldType, ...FieldType[]])

export const fieldSchema = z.strictObject({
  label: titleSchema,
  type: typeSchema.default('text'),
  options: optionsSchema(),
})

export const fieldChangeSchema = z.strictObject({
  label: titleSchema,
  type: typeSchema,
  options: optionsSchema(),
  retired: z.boolean(),
})

export const fieldOrderSchema = z.array(z.string().max(60)).max(500)

/** Adds a field to a sort of record, named after its label, after the others. */
export async function addField(
  db: Db,
  workspaceId: string,
  record: RecordType,
  input: z.output<typeof fieldSchema>,
): Promise<Done<RecordField>> {
  const { fields } = await readResources(db, workspaceId)
  const taken = fields.filter((field) => field.record === record).map(({ name }) => name)
  const field = { record, name: nameFrom(input.label, taken), ...input, retired: false }
  await saveField(db, workspaceId, field)
  return done(field)
}

/** Changes a field. What is stored in it stays as it is; one that every workspace has is never retired. */
export async function changeField(
  db: Db,
  workspaceId: string,
  record: RecordType,
  name: string,
  change: z.output<typeof fieldChangeSchema>,
): Promise<Done<RecordField>> {
  const before = findField((await readResources(db, workspaceId)).fields, record, name)
  if (!before) return notDone(404, 'There is no such field.')
  if (isBuiltIn(before) && (change.retired || change.type !== before.type))
    return notDone(422, `${before.label} belongs to every ${record}.`)
  const field = { ...before, ...change }
  await saveField(db, workspaceId, field)
  return done(field)
}

/** Puts the fields of a record in another order; names that are not there change nothing. */
export const orderFields = (db: Db, workspaceId: string, record: RecordType, names: readonly string[]): Promise<void> =>
  putInOrder(db, workspaceId, record, names)
