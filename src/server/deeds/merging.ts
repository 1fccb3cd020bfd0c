import { z } from 'zod'
import { joinedBy } from '@/core/changes/merge'
import { isTieSlot, OWNER_SLOT } from '@/core/changes/slot'
import { tellHeld, tellSlot } from '@/core/changes/tell'
import { findField, showStored } from '@/core/fields/field'
import { titleOf } from '@/core/records/record'
import { listDoubles, queueFindingDoubles, sayTwo as setApart } from '@/db/queries/doubles'
import { readBelongings } from '@/db/queries/merging'
import { findRecordTitles } from '@/db/queries/records'
import { readResources } from '@/db/queries/workspace'
import { done, notDone } from '../done'
import { mergeRecords as merge, weigh } from '../people/mergeRecords'
import { deed } from './deed'
import { answer, moment, nothing, record } from './shapes'

/** Records that are one, and contacts that may be. */

/** Most that are merged at once. */
const MOST = 10

const others = z
  .array(z.uuid())
  .min(1)
  .max(MOST - 1)

export const planMerge = deed({
  summary: 'What merging contacts, or companies, would choose between, the better one first, and what comes along',
  may: 'people',
  input: z.strictObject({ kept: z.uuid(), gone: others }),
  gives: z.object({
    type: record,
    records: z.array(z.object({ id: z.uuid(), title: z.string(), key: z.string() })).describe('The one kept first'),
    choices: z.array(
      z.object({
        slot: z.string(),
        label: z.string(),
        offers: z
          .array(
            z.object({
              record: z.uuid(),
              value: answer,
              words: z.string(),
              at: moment.nullable(),
              who: z.string().nullable().describe('Who entered it by hand'),
            }),
          )
          .describe('The better one first'),
        because: z.enum(['all have the same', 'no other has one', 'entered by hand', 'set last', 'it is kept']),
      }),
    ),
    along: z
      .object({
        submissions: z.number(),
        links: z.number(),
        notes: z.number(),
        lists: z.array(z.string()),
        records: z.number().describe('People, deals and requests that belong to them'),
      })
      .describe('What of the others belongs to the one kept from then on'),
  }),
  refusals: { 404: 'One of them is gone', 422: 'They cannot be merged' },
  async run({ context: { db }, workspaceId }, { kept: keptId, gone: goneIds }) {
    const weighed = await weigh(db, workspaceId, keptId, goneIds)
    if (!weighed.ok) return weighed
    const { kept, gone, choices } = weighed.value
    const { fields, lists } = await readResources(db, workspaceId)
    const belongings = await readBelongings(db, workspaceId, goneIds)
    const records = [kept, ...gone]
    const called = new Map(
      (
        await findRecordTitles(
          db,
          workspaceId,
          records.flatMap(({ company, broughtBy }) => [company ?? [], broughtBy ?? []].flat()),
        )
      ).map((one) => [one.id, one.title]),
    )
    const joined = joinedBy({ kept, gone }, belongings.lists)
    return done({
      type: kept.type,
      records: records.map((one) => ({ id: one.id, title: titleOf(one), key: one.key })),
      choices: choices.map(({ slot, offers, because }) => ({
        slot,
        label: tellSlot(slot, { record: kept.type, fields, lists }),
        because,
        offers: offers.map(({ record: of, value, setBy }) => ({
          record: of,
          value,
          words: isTieSlot(slot)
            ? (called.get(String(value)) ?? '')
            : slot === OWNER_SLOT
              ? tellHeld(slot, value, { record: kept.type, fields, lists })
              : showStored(findField(fields, kept.type, slot), value),
          at: setBy?.at ?? null,
          who: setBy?.byHand ? setBy.who : null,
        })),
      })),
      along: {
        submissions: belongings.submissions.length,
        links: belongings.links.length,
        notes: belongings.notes.length,
        lists: joined.map((one) => lists.find(({ name }) => name === one.list)?.title ?? one.list),
        records: belongings.tied.length,
      },
    })
  },
})

export const mergeRecords = deed({
  summary: 'Merge contacts, or companies, into one; what comes of it can be put back',
  may: 'answer',
  input: z.strictObject({
    kept: z.uuid(),
    gone: others,
    take: z
      .record(z.string().max(60), z.uuid())
      .refine((take) => Object.keys(take).length <= 300)
      .default({})
      .describe('By slot, the record whose value is taken; else the better one'),
  }),
  gives: z.object({ cause: z.uuid() }),
  refusals: { 404: 'One of them is gone', 422: 'They cannot be merged' },
  async run({ context, workspaceId, doer }, wish) {
    const merged = await merge(context.db, workspaceId, wish, doer)
    return merged.ok ? done({ cause: merged.value }) : merged
  },
})

const one = z.object({
  id: z.uuid(),
  type: z.enum(['contact', 'company']),
  name: z.string(),
  email: z.string().nullable().describe('A contact’s address; a company’s mail domain'),
  company: z.string().nullable(),
  submissions: z.number(),
  people: z.number().describe('How many belong to a company'),
  createdAt: z.coerce.date(),
})

/** Most pairs that are shown: those looked at make room for the rest. */
const MOST_PAIRS = 100

export const readDoubles = deed({
  summary: 'Contacts that may be one person, and companies, the likeliest pairs first, as they were looked for last',
  may: 'people',
  input: z.object({}),
  gives: z.object({
    pairs: z.array(
      z.object({
        first: one,
        second: one,
        why: z.array(
          z.enum(['same phone', 'same address but for dots and tags', 'same name and company', 'much the same name']),
        ),
        likeness: z.number(),
      }),
    ),
    lookedAt: moment.nullable(),
  }),
  run: async ({ context, workspaceId }) => done(await listDoubles(context.db, workspaceId, MOST_PAIRS)),
})

export const lookForDoubles = deed({
  summary: 'Have contacts that may be one person looked for again',
  may: 'answer',
  input: z.object({}),
  gives: nothing,
  async run({ context, workspaceId }) {
    await queueFindingDoubles(context.db, workspaceId)
    return done(null)
  },
})

export const sayTwo = deed({
  summary: 'Say that two contacts are two: they are not proposed again',
  may: 'answer',
  input: z.strictObject({ pair: z.tuple([z.uuid(), z.uuid()]) }),
  gives: nothing,
  refusals: { 404: 'They are no pair that is proposed' },
  leaves: {
    deed: 'sayTwo',
    about: async ({ pair }, _, { context, workspaceId }) =>
      (await findRecordTitles(context.db, workspaceId, pair)).map(({ title }) => title).join(', '),
  },
  async run({ context, workspaceId, doer }, { pair }) {
    const said = await setApart(context.db, workspaceId, pair, doer.name)
    return said ? done(null) : notDone(404, 'They are no pair that is proposed.')
  },
})
