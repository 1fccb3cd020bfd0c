import { z } from 'zod'
import { tiedTo } from '@/core/changes/ledger'
import { tellHeld, tellSlot } from '@/core/changes/tell'
import { readSlot, THERE_SLOT } from '@/core/changes/slot'
import type { RecordType } from '@/core/fields/field'
import { titleOf } from '@/core/records/record'
import { readResources } from '@/db/queries/workspace'
import type { Actor } from '../access/actor'
import { type Done, done } from '../done'
import { type CorrectionPlan, correctAnswers as correct, planCorrected } from '../submissions/correctAnswers'
import { deed } from './deed'
import { answers, record } from './shapes'

/** Answers that were wrong: what correcting them comes to, and doing what is wanted of it. */

const valuesSchema = answers
  .refine((values) => Object.keys(values).length <= 300, 'These are too many')
  .describe('The answers that are others; those left out stay')

const line = {
  record: z.uuid().nullable().describe('Null for one that would be opened'),
  type: record,
  called: z.string(),
  label: z.string().describe('What of it, in words'),
}

const corrected = z.object({
  errors: z
    .array(z.object({ name: z.string(), message: z.string() }))
    .describe('What the answers would be refused for'),
  changes: z
    .array(z.object({ ...line, from: z.string(), to: z.string(), because: z.string() }))
    .describe('What would become otherwise, of people, companies, deals and requests'),
  left: z
    .array(z.object({ ...line, why: z.enum(['changed since', 'holds more', 'name is taken', 'is gone', 'is needed']) }))
    .describe('What stays as it is, and why'),
  offers: z
    .array(z.object({ key: z.string(), text: z.string(), is: z.enum(['new', 'otherwise']) }))
    .describe('What would be sent that was not, or not so'),
  stops: z
    .array(z.object({ id: z.uuid(), text: z.string() }))
    .describe('Mails that still wait, and would not be sent so'),
})

export const planCorrection = deed({
  summary: 'What correcting answers of a submission comes to; nothing is done',
  may: 'people',
  input: z.strictObject({ id: z.uuid(), values: valuesSchema }),
  gives: corrected,
  refusals: { 404: 'No such submission', 409: 'It has not been applied' },
  async run(by, { id, values }) {
    const planned = await planCorrected(by.context.db, by.workspaceId, id, values)
    return planned.ok ? tell(by, planned.value) : planned
  },
})

export const correctAnswers = deed({
  summary: 'Correct answers of a submission; the old ones stay, kept with the cause',
  may: 'answer',
  input: z.strictObject({
    id: z.uuid(),
    values: valuesSchema,
    records: z.boolean().default(true).describe('Whether people, companies, deals and requests follow'),
    send: z.array(z.string().max(200)).max(200).default([]).describe('Keys of `offers` that are to be sent'),
    stop: z.array(z.uuid()).max(200).default([]).describe('Ids of `stops` that are to go out no more'),
  }),
  gives: z.object({ cause: z.uuid().nullable().describe('The cause it has; null where all was so already') }),
  refusals: {
    404: 'No such submission',
    409: 'It has not been applied, or another record has that name',
    422: 'An answer is wrong',
  },
  async run({ context: { db, config }, workspaceId, doer }, { id, ...wish }) {
    const did = await correct(db, config, workspaceId, id, wish, doer)
    return did.ok ? done({ cause: did.value }) : did
  },
})

/** A correction in words. */
async function tell(
  { context, workspaceId }: Actor,
  { errors, correction, records, offers, stops }: CorrectionPlan,
): Promise<Done<z.input<typeof corrected>>> {
  const { fields, lists } = await readResources(context.db, workspaceId)
  const { set, left } = correction
  const lineOf = (ref: string, slot: string | null) => {
    const stored = records.find(({ id }) => id === ref)
    const opening = set.opens.find((one) => one.ref === ref)
    const type: RecordType = stored?.type ?? opening?.type ?? 'contact'
    const about = { record: type, fields, lists }
    const label = slot === null ? tellSlot(THERE_SLOT, about) : tellSlot(slot, about)
    return {
      record: stored?.id ?? null,
      type,
      called: stored ? titleOf(stored) : (opening?.key ?? 'a new one'),
      label,
      about,
    }
  }
  return done({
    errors,
    changes: [
      ...set.opens.map(({ ref, because }) => {
        const { about: _, ...where } = lineOf(ref, null)
        return { ...where, from: '', to: 'is opened', because }
      }),
      ...set.changes.map(({ record: ref, slot, from, to, because }) => {
        const { about, ...where } = lineOf(ref, slot)
        const isGone = readSlot(slot).is === 'there' && to === null
        return {
          ...where,
          from: tellHeld(slot, from, about),
          to: isGone ? 'is removed' : tellHeld(slot, to, about),
          because,
        }
      }),
      ...set.ties.map(({ record: ref, slot, to, because }) => {
        const { about: _, ...where } = lineOf(ref, slot)
        const held = records.find(({ id }) => id === ref)
        const before = held ? tiedTo(held, slot) : null
        const nameOf = (id: string | null) => (id === null ? '' : lineOf(id, null).called)
        return { ...where, from: nameOf(before), to: nameOf(to), because }
      }),
    ],
    left: left.map(({ record: ref, slot, why }) => {
      const { about: _, ...where } = lineOf(ref, slot)
      return { ...where, why }
    }),
    offers,
    stops,
  })
}
