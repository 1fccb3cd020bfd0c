import { z } from 'zod'
import { listOpenedRecords, OPENED_KEYS, type OpenedType, sumOpenedRecords } from '@/db/queries/opened'
import { readResources } from '@/db/queries/workspace'
import { done } from '../done'
import { heavily } from '../heavy'
import { deed } from './deed'
import { listSchema, ownerSchema } from './lists'
import { answers, moment, owner, pageOf } from './shapes'

/** Deals and requests, as lists and in sums. */

const row = z.object({
  id: z.uuid(),
  name: z.string(),
  values: answers,
  createdAt: moment,
  updatedAt: moment,
  formName: z.string().nullable(),
  contact: z.uuid().nullable(),
  contactName: z.string().nullable(),
  companyId: z.uuid().nullable(),
  company: z.string().nullable(),
  owner: owner.nullable(),
})

const at = z.string().max(200).optional()

const listOf = (type: OpenedType, summary: string, how: string) =>
  deed({
    summary,
    may: 'people',
    input: listSchema(OPENED_KEYS).extend({ at: at.describe(`Only those whose ${how} this is`), owner: ownerSchema }),
    gives: pageOf('records', row),
    async run({ context, workspaceId }, filter) {
      const { rows, next } = await heavily(() => listOpenedRecords(context.db, workspaceId, { ...filter, type }))
      return done({ records: rows, next })
    },
  })

export const readDeals = listOf('deal', 'Deals, the last changed first', 'stage')
export const readRequests = listOf('request', 'Requests, the last changed first', 'status')

export const sumOpened = deed({
  summary: 'How many deals, or requests, there are at each stage or status, and what their fields of money come to',
  may: 'people',
  input: z.object({
    type: z.enum(['deal', 'request']),
    search: z.string().trim().max(500).optional(),
    owner: ownerSchema,
  }),
  gives: z.object({
    sums: z.array(
      z.object({
        at: z.string().nullable().describe('The stage, or the status'),
        count: z.number(),
        money: z.record(z.string(), z.number()).describe('The sum of each field of money'),
      }),
    ),
  }),
  async run({ context: { db }, workspaceId }, { type, search, owner: of }) {
    const { fields } = await readResources(db, workspaceId)
    const money = fields.filter((field) => field.record === type && field.type === 'money').map(({ name }) => name)
    return done({ sums: await heavily(() => sumOpenedRecords(db, workspaceId, { type, search, owner: of }, money)) })
  },
})
