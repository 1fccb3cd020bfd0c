import { z } from 'zod'
import type { RecordType } from '@/core/records/field'
import { readResources } from '@/db/queries/workspace'
import { withdrawToken } from '../../access/token'
import { problem } from '../../problem'
import { addDesk, changeDesk, deskSchema } from '../../settings/desks'
import {
  addField,
  changeField,
  fieldChangeSchema,
  fieldOrderSchema,
  fieldSchema,
  orderFields,
  recordSchema,
} from '../../settings/fields'
import { addList, listSchema } from '../../settings/lists'
import { answer, answerDone, type Call, isUuid, operation, type Operation } from '../operation'

/** Does something with the sort of record that the path names. */
async function withRecord(
  { path }: Call<unknown, unknown>,
  run: (record: RecordType) => Promise<Response>,
): Promise<Response> {
  const record = recordSchema.safeParse(path.record).data
  return record ? run(record) : problem(404, 'Records are contact, company, deal and request.')
}

/** What the forms of a workspace share: desks, lists, fields, and access for programs. */
export const settingsOperations: Operation[] = [
  operation({
    method: 'GET',
    path: '/settings',
    summary: 'Desks, lists and fields of the workspace',
    answers: { 200: 'All of them' },
    run: async ({ context, workspaceId }) => Response.json(await readResources(context.db, workspaceId)),
  }),
  operation({
    method: 'POST',
    path: '/desks',
    summary: 'Make a desk',
    body: deskSchema,
    answers: { 201: 'The desk was made', 422: 'An address is wrong' },
    run: async ({ context, workspaceId, body }) => answer(await addDesk(context.db, workspaceId, body), 201),
  }),
  operation({
    method: 'PUT',
    path: '/desks/{name}',
    summary: 'Set what a desk is called and who belongs to it, for every form at once',
    body: deskSchema,
    answers: { 200: 'The desk', 404: 'No such desk', 422: 'An address is wrong' },
    run: async ({ context, workspaceId, path, body }) =>
      answer(await changeDesk(context.db, workspaceId, path.name ?? '', body)),
  }),
  operation({
    method: 'POST',
    path: '/lists',
    summary: 'Make a mailing list',
    body: listSchema,
    answers: { 201: 'The list was made', 409: 'Somebody made it just now' },
    run: async ({ context, workspaceId, body }) => answer(await addList(context.db, workspaceId, body), 201),
  }),
  operation({
    method: 'POST',
    path: '/fields/{record}',
    summary: 'Add a field to contacts, companies, deals or requests',
    body: fieldSchema,
    answers: { 201: 'The field was made', 404: 'No such record' },
    run: (call) =>
      withRecord(call, async (record) =>
        answer(await addField(call.context.db, call.workspaceId, record, call.body), 201),
      ),
  }),
  operation({
    method: 'PUT',
    path: '/fields/{record}',
    summary: 'Put the fields of a record in this order',
    body: fieldOrderSchema,
    answers: { 204: 'They are', 404: 'No such record' },
    run: (call) =>
      withRecord(call, async (record) => {
        await orderFields(call.context.db, call.workspaceId, record, call.body)
        return answerDone(true, '')
      }),
  }),
  operation({
    method: 'PUT',
    path: '/fields/{record}/{name}',
    summary: 'Change a field: its label, what it stores, its options, whether it is retired',
    body: fieldChangeSchema,
    answers: { 200: 'The field', 404: 'No such field', 422: 'The field belongs to every workspace' },
    run: (call) =>
      withRecord(call, async (record) => {
        const { context, workspaceId, path, body } = call
        return answer(await changeField(context.db, workspaceId, record, path.name ?? '', body))
      }),
  }),
  operation({
    method: 'DELETE',
    path: '/tokens/{id}',
    summary: 'Withdraw an API token for good',
    query: z.object({}),
    answers: { 204: 'Whoever shows it is a stranger from now on', 404: 'No such token, or it was withdrawn' },
    run: async ({ context: { db }, workspaceId, path: { id = '' } }) =>
      answerDone(isUuid(id) && (await withdrawToken(db, workspaceId, id)), 'No token that works has this id.'),
  }),
]
