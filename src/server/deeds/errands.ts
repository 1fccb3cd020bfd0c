import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import { answerSchema } from '@/core/answers/given'
import { nameSchema } from '@/core/answers/name'
import { causesAlone } from '@/core/changes/ledger'
import type { Db } from '@/db/database'
import { readClock } from '@/db/queries/clock'
import { type Chosen, countChosen, findErrand, moveErrand, queueErrand } from '@/db/queries/errands'
import { writeChanges } from '../changes/writeChanges'
import { type Done, done, notDone } from '../done'
import { beginErrand } from '../errands/beginErrand'
import { goOn } from '../errands/step_errand'
import { heavily } from '../heavy'
import { whoIn } from '../settings/segments'
import { deed } from './deed'
import { ownerSchema, searchSchema, segmentNameSchema } from './lists'
import { moment, nothing, record } from './shapes'

/** One thing done to many people, companies, deals or requests. */

const NO_ERRAND = 'There is no such errand.'

const filters = { search: searchSchema, owner: ownerSchema }

const chosenSchema = z
  .union([
    z.strictObject({ type: record, ids: z.array(z.uuid()).min(1).max(5000) }),
    z.strictObject({
      type: z.literal('contact'),
      all: z.strictObject({ ...filters, segment: segmentNameSchema }),
    }),
    z.strictObject({ type: z.literal('company'), all: z.strictObject(filters) }),
    z.strictObject({
      type: z.enum(['deal', 'request']),
      all: z.strictObject({ ...filters, at: z.string().max(200).optional() }),
    }),
  ])
  .describe('These, or all that a list is narrowed to')

/** Those who are meant, as they are looked for. */
async function readChosen(db: Db, workspaceId: string, asked: z.output<typeof chosenSchema>): Promise<Done<Chosen>> {
  if ('ids' in asked || asked.type !== 'contact') return done(asked)
  const filter = await whoIn(db, workspaceId, asked.all)
  return filter.ok ? done({ type: 'contact', all: filter.value }) : filter
}

/** As many as tell whether the right ones are meant. */
const SHOWN = 10

export const planErrand = deed({
  summary: 'How many records are chosen, and ten of them',
  may: 'people',
  input: z.strictObject({ chosen: chosenSchema }),
  gives: z.object({
    count: z.number(),
    some: z.array(z.object({ id: z.uuid(), title: z.string(), key: z.string() })),
  }),
  refusals: { 404: 'No such segment' },
  async run({ context: { db }, workspaceId }, { chosen: asked }) {
    const chosen = await readChosen(db, workspaceId, asked)
    if (!chosen.ok) return chosen
    const { n, some } = await heavily(() => countChosen(db, workspaceId, chosen.value, SHOWN))
    return done({ count: n, some })
  },
})

const errandSchema = z.discriminatedUnion('does', [
  z.strictObject({ does: z.literal('field'), field: nameSchema, value: answerSchema.nullable() }),
  z.strictObject({ does: z.literal('owner'), owner: z.string().max(100).nullable() }),
  z.strictObject({ does: z.literal('note'), text: z.string().trim().min(1, 'Write something').max(20_000) }),
  z.strictObject({
    does: z.literal('join'),
    list: nameSchema,
    wording: z.string().trim().min(1, 'Say what they agreed to, and where').max(2000),
  }),
  z.strictObject({ does: z.literal('leave'), list: nameSchema }),
  z.strictObject({ does: z.literal('erase') }),
])

const expected = z.number().int().optional().describe('How many they are believed to be; erasing needs it')

export const doToMany = deed({
  summary: 'Do one thing to many records; few at once, more go on by themselves. All but erasing can be put back',
  may: 'answer',
  input: z.strictObject({ chosen: chosenSchema, errand: errandSchema, expected }),
  gives: z.object({ id: z.uuid(), of: z.number().describe('How many it is done to') }),
  refusals: { 404: 'No such segment', 409: 'They are others by now', 422: 'It cannot be done to them' },
  async run({ context: { db }, workspaceId, doer }, { chosen: asked, ...wish }) {
    if (wish.errand.does === 'erase' && wish.expected === undefined) return notDone(422, 'Say how many are erased.')
    const chosen = await readChosen(db, workspaceId, asked)
    return chosen.ok ? beginErrand(db, workspaceId, { ...wish, chosen: chosen.value }, doer) : chosen
  },
})

const byId = z.object({ id: z.uuid() })

export const readErrand = deed({
  summary: 'Something that is done to many records: how far it is',
  may: 'people',
  input: byId,
  gives: z.object({
    id: z.uuid(),
    type: record,
    errand: z.looseObject({ does: z.string() }),
    state: z.enum(['doing', 'stopped', 'done', 'parting', 'parted']),
    of: z.number(),
    place: z.number().describe('How many it has gone through'),
    changed: z.number().describe('How many of them it did something to'),
    error: z.string().nullable(),
    leftOver: z.record(z.string(), z.number()).describe('What was left as it is where it was put back, by why'),
    who: z.string(),
    createdAt: moment,
  }),
  refusals: { 404: NO_ERRAND },
  async run({ context: { db }, workspaceId }, { id }) {
    const found = await findErrand(db, workspaceId, id)
    return found ? done({ ...found, errand: { ...found.errand } }) : notDone(404, NO_ERRAND)
  },
})

export const stopErrand = deed({
  summary: 'Stop it where it is; what was done stays, until it is put back',
  may: 'answer',
  input: byId,
  gives: nothing,
  refusals: { 404: NO_ERRAND, 409: 'Nothing is under way' },
  async run({ context: { db }, workspaceId }, { id }) {
    if (!(await findErrand(db, workspaceId, id))) return notDone(404, NO_ERRAND)
    return (await moveErrand(db, workspaceId, id, ['doing'], { state: 'stopped' }))
      ? done(null)
      : notDone(409, 'Nothing is under way.')
  },
})

export const putErrandBack = deed({
  summary: 'Put back all that was done to many; what was changed since is told and left',
  may: 'answer',
  input: byId,
  gives: z.object({ cause: z.uuid() }),
  refusals: { 404: NO_ERRAND, 409: 'There is nothing to put back' },
  async run({ context: { db }, workspaceId, doer }, { id }) {
    const found = await findErrand(db, workspaceId, id)
    if (!found) return notDone(404, NO_ERRAND)
    if (found.errand.does === 'erase') return notDone(409, 'Nothing puts back what was erased.')
    const cause = randomUUID()
    const begun = await db.transaction().execute(async (tx) => {
      const change = { state: 'parting' as const, put_back_by: cause, last_id: null, place: 0, left_over: '{}' }
      if (!(await moveErrand(tx, workspaceId, id, ['done', 'stopped'], { ...change, parts_companies: false })))
        return false
      const back = { sort: 'put back' as const, by: doer, of: id }
      const at = await readClock(tx)
      const about = `${found.of} ${found.of === 1 ? 'record' : 'records'}`
      await writeChanges(tx, workspaceId, causesAlone([{ id: cause, workspaceId, cause: back, about, at }]))
      await queueErrand(tx, id)
      return true
    })
    if (!begun) return notDone(409, 'There is nothing to put back.')
    // People, then the companies, then that there are no more.
    for (let part = 0; part < 3 && (await goOn(db, id)); part++);
    return done({ cause })
  },
})
