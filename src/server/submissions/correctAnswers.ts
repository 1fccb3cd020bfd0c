import { randomUUID } from 'node:crypto'
import { type Answers, sameAnswer } from '@/core/answers/answer'
import { fileAddress, filesIn } from '@/core/answers/files'
import type { Caused, Doer } from '@/core/changes/cause'
import { type Held, Ledger } from '@/core/changes/ledger'
import { type DoneToSlot, doneToSlots, recordsIn } from '@/core/changes/put_back'
import { THERE_SLOT } from '@/core/changes/slot'
import { waitsForItsTime } from '@/core/dispatch/waits'
import type { PlannedDelivery } from '@/core/dispatch/targets/target'
import type { AnswerError } from '@/core/form/check'
import { formInTurn, turnsTaken } from '@/core/fill/turns'
import type { Form } from '@/core/form/definition'
import { readStored } from '@/core/form/stored'
import { walkForm } from '@/core/form/walk'
import { ENGLISH } from '@/core/language/languages'
import type { Origins } from '@/core/origins/origin'
import { type Correction, planCorrection } from '@/core/plan/correct'
import type { Plan } from '@/core/plan/plan'
import { readPlan } from '@/core/plan/stored'
import { joinWanted, wantedBy } from '@/core/records/wanted'
import type { Db, Runner } from '@/db/database'
import { countOthers, readAbout, readSlotsOf } from '@/db/queries/causes'
import { findCorrectable, listCorrections, writeAnswers } from '@/db/queries/corrections'
import { putDeliveryAside, readDeliveries } from '@/db/queries/deliveries'
import { readSent } from '@/db/queries/files'
import { holdRecords, readRecords } from '@/db/queries/records'
import { readOwner, readResources } from '@/db/queries/workspace'
import { followContacts } from '../changes/followContacts'
import { inTurn } from '../changes/inTurn'
import { writeChanges } from '../changes/writeChanges'
import type { Config } from '../config'
import { type Done, done, notDone } from '../done'
import { isTaken } from '../failures'
import { factsAt } from '../forms/facts'
import { deliveriesOf } from './deliveries_of'

/** What a corrected submission would send, that it did not send, or not so. */
interface Offer {
  key: string
  /** What it is, in words. */
  text: string
  /** Whether something of the sort went out, otherwise. */
  is: 'new' | 'otherwise'
}

/** What correcting answers comes to, before anything is done. */
export interface CorrectionPlan {
  form: Form
  values: Answers
  errors: AnswerError[]
  correction: Correction
  /** Records as they stand. */
  records: Held[]
  offers: Offer[]
  /** Mails that still wait and would not be sent, or not so. */
  stops: { id: string; text: string }[]
}

/** What is wanted of it, beside the answers themselves. */
export interface CorrectionWish {
  values: Answers
  /** Whether people, companies and deals follow. */
  records: boolean
  /** Keys of what is to be sent. */
  send: readonly string[]
  /** Ids of what waits and is to be stopped. */
  stop: readonly string[]
}

type Found = NonNullable<Awaited<ReturnType<typeof findCorrectable>>>

interface Prepared extends CorrectionPlan {
  found: Found
  origins: Origins
}

const AWAY = 'There is no such submission.'

/** Says what correcting some answers of a submission comes to. Nothing is done. */
export async function planCorrected(
  db: Db,
  workspaceId: string,
  id: string,
  given: Answers,
): Promise<Done<CorrectionPlan>> {
  return prepare(db, workspaceId, id, given, false)
}

/**
 * Corrects answers of a submission: the old ones stay, kept with the cause, and what is wanted of the difference is done
 * with it, at once. Gives the cause; `null` where all was so already.
 */
export async function correctAnswers(
  db: Db,
  config: Config,
  workspaceId: string,
  id: string,
  wish: CorrectionWish,
  by: Doer,
): Promise<Done<string | null>> {
  try {
    return await inTurn(db, workspaceId, async (tx, at) => {
      const prepared = await prepare(tx, workspaceId, id, wish.values, true)
      if (!prepared.ok) return prepared
      const { errors, found, values } = prepared.value
      const [wrong] = errors
      if (wrong) return notDone(422, `${wrong.name}: ${wrong.message}`, { errors: errors.map(asWrong) })
      if (isSame(values, found.values)) return done(null)
      return done(await correct(tx, config, workspaceId, prepared.value, wish, by, at))
    })
  } catch (error) {
    if (isTaken(error)) return notDone(409, 'Another record is known by that already.')
    throw error
  }
}

const asWrong = ({ name, message }: AnswerError) => ({ path: ['values', name], message })

const isSame = (one: Answers, other: Answers): boolean =>
  [...new Set([...Object.keys(one), ...Object.keys(other)])].every((name) =>
    sameAnswer(one[name] ?? null, other[name] ?? null),
  )

async function correct(
  tx: Runner,
  config: Config,
  workspaceId: string,
  { form, found, values, origins, correction, records, offers, stops }: Prepared,
  { records: follow, send, stop }: CorrectionWish,
  by: Doer,
  at: Date,
): Promise<string> {
  const cause = randomUUID()
  const caused: Caused = {
    id: cause,
    workspaceId,
    cause: { sort: 'deed', by, deed: 'correctAnswers', of: found.id },
    about: `${correction.plan.person.email ?? 'Nobody'}, ${found.formName}`.slice(0, 300),
    at,
  }
  const { plan } = correction
  const ledger = new Ledger(records, randomUUID)
  const find = ledger.do(caused, follow ? correction.set : { opens: [], changes: [], ties: [] })
  const touched = (type: 'contact' | 'company'): Held | null => {
    const one = plan.records.find(({ record }) => record === type)
    const isOpened = correction.set.opens.some(({ ref }) => ref === type)
    if (follow && one && (one.id !== null || isOpened)) return find(one.id ?? type)
    return (type === 'contact' && ledger.known().find(({ id }) => id === found.contact)) || null
  }
  const wanted = plan.deliveries.filter(({ key }) => send.includes(key) && offers.some((offer) => offer.key === key))
  const files = await filesOf(tx, config, workspaceId, values)
  const deliveries = deliveriesOf(workspaceId, { cause, form: found.formId }, wanted, {
    form,
    values,
    plan,
    submission: {
      id: found.id,
      form: { slug: found.slug, name: found.formName },
      release: found.release,
      receivedAt: found.receivedAt,
      test: found.isTest,
    },
    contact: touched('contact'),
    company: touched('company'),
    at,
    files,
    attach: config.LICHEN_MAIL_FILES * 1_000_000,
  })
  await writeChanges(tx, workspaceId, ledger.written(), [
    ...deliveries,
    ...(await followContacts(tx, workspaceId, ledger, caused)),
  ])
  const did = follow ? { plan, contact: touched('contact')?.id ?? null } : null
  await writeAnswers(tx, workspaceId, { cause, submission: found.id, values, origins, did })
  for (const { id } of stops.filter((one) => stop.includes(one.id)))
    await putDeliveryAside(tx, workspaceId, id, 'The answers were corrected.', by.name)
  return cause
}

async function filesOf(tx: Runner, { LICHEN_URL }: Config, workspaceId: string, values: Answers) {
  const ids = filesIn(values)
  const sent = ids.length > 0 ? await readSent(tx, workspaceId, ids) : []
  const all = new Map(sent.map((one) => [one.id, one]))
  return ids.flatMap((id) => {
    const one = all.get(id)
    return one ? [{ ...one, type: one.type ?? '', address: fileAddress(LICHEN_URL, id, one.name) }] : []
  })
}

async function prepare(
  db: Runner,
  workspaceId: string,
  id: string,
  given: Answers,
  lock: boolean,
): Promise<Done<Prepared>> {
  const found = await findCorrectable(db, workspaceId, id, lock)
  if (!found) return notDone(404, AWAY)
  if (found.state !== 'applied') return notDone(409, 'Only what was applied can be corrected.')
  if (found.undoneBy !== null) return notDone(409, 'What it did was put back. Do it again first.')
  const form = readStored(found.definition)
  const resources = await readResources(db, workspaceId)
  const carried = Object.fromEntries(
    form.carried.flatMap(({ name }) => (Object.hasOwn(found.values, name) ? [[name, found.values[name] ?? null]] : [])),
  )
  // What was not asked stays so, unless it is answered now.
  const turns = turnsTaken(form, found.values, found.origins, Object.keys(given))
  const settled = { ...carried, ...turns.known }
  const walked = walkForm(formInTurn(form, turns), { ...found.values, ...given }, settled, {
    ...factsAt(resources.workspace.timeZone, found.receivedAt),
    speech: ENGLISH,
  })
  const { answers } = walked
  const errors = [...walked.errors, ...refuseFiles(found.values, answers)]
  const values = { ...settled, ...answers }
  const changed = Object.keys(given).filter((name) => !sameAnswer(values[name] ?? null, found.values[name] ?? null))
  // Whoever corrects an answer stands for it.
  const origins: Origins = { ...found.origins, ...Object.fromEntries(changed.map((name) => [name, 'typed' as const])) }

  const causes = [id, ...(await listCorrections(db, workspaceId, id)).map((one) => one.id)]
  const slots = doneToSlots(causes, await readSlotsOf(db, workspaceId, causes))
  const ids = recordsIn(slots)
  const touched = await holdRecords(db, workspaceId, ids, lock)
  // Whom it opened must be there, or part of another by now: else what is as it was sent, and what is not, nobody could say.
  const merged = new Set(touched.flatMap(({ id: one, mergedInto }) => (mergedInto === null ? [] : [one])))
  const isMissing = ({ record, slot, from, to, now }: DoneToSlot) =>
    slot === THERE_SLOT && from === null && to !== null && now === null && !merged.has(record)
  if (slots.some(isMissing)) return notDone(409, 'Part of what it did was put back. Do that again first.')
  const wanted = joinWanted([values, found.values].map((one) => wantedBy(form, one, found.linkHolder)))
  const known = await readRecords(db, workspaceId, wanted, lock)
  const met = [...known, ...touched]
  // The companies that they belong to now are told by name.
  const houses = met.flatMap(({ company }) => company ?? [])
  const records = [
    ...new Map([...met, ...(await holdRecords(db, workspaceId, houses, lock))].map((one) => [one.id, one])).values(),
  ].filter(({ goneBy }) => goneBy === null)
  const isThere = new Set(records.map((one) => one.id))
  const correction = planCorrection(
    form,
    { before: { values: found.values, origins: found.origins }, after: { values, origins } },
    {
      linkHolder: found.linkHolder,
      remembered: found.remembered,
      browsers: found.browsers,
      submission: id,
      form: found.formId,
      locale: found.locale,
      test: found.isTest,
      // Whom it opened stands for them still where they are part of another.
      own: new Set(touched.flatMap(({ mergedInto }) => mergedInto ?? [])),
    },
    { ...resources, owner: await readOwner(db, workspaceId, found.ownerId), records },
    {
      submission: id,
      slots: slots.filter(({ record }) => isThere.has(record)),
      others: await countOthers(db, workspaceId, ids, { own: causes, inHand: await readAbout(db, workspaceId, id) }),
    },
  )
  const followed = new Set(
    resources.connections.filter(({ everyForm, target }) => everyForm && target === 'crm').map(({ name }) => name),
  )
  const { offers, stops } = await compareDeliveries(
    db,
    workspaceId,
    id,
    readPlan(found.plan),
    correction.plan,
    followed,
  )
  return done({ found, form, values, origins, errors, correction, records, offers, stops })
}

/** A file is what somebody sent: it can be taken away, and no other put in its place. */
function refuseFiles(before: Answers, after: Answers): AnswerError[] {
  const sent = new Set(filesIn(before))
  return Object.keys(after)
    .filter((name) => filesIn({ [name]: after[name] ?? null }).some((file) => !sent.has(file)))
    .map((name) => ({ name, message: 'A file can be taken away, and no other put in its place.' }))
}

/** What would go out otherwise than it did, and what waits although it would not. */
async function compareDeliveries(
  db: Runner,
  workspaceId: string,
  submission: string,
  before: Plan | null,
  after: Plan,
  followed: ReadonlySet<string>,
): Promise<Pick<CorrectionPlan, 'offers' | 'stops'>> {
  const contentOf = (plan: Plan, { message, text }: PlannedDelivery): string => {
    const carried = message === null ? null : plan.messages[message]
    return JSON.stringify(carried ? [carried.to, carried.subject, carried.text] : [text])
  }
  const was = new Map(before?.deliveries.map((one) => [one.key, one]))
  const differs = (one: PlannedDelivery): boolean => {
    const same = was.get(one.key)
    // An event holds the answers themselves.
    return !same || !before || one.to === 'webhook' || contentOf(before, same) !== contentOf(after, one)
  }
  const changed = after.deliveries.filter(
    (one) => differs(one) && !(one.to === 'crm' && one.connection !== null && followed.has(one.connection)),
  )
  const kept = new Set(after.deliveries.filter((one) => !differs(one)).map(({ key }) => key))
  const rows = await readDeliveries(db, workspaceId, submission)
  return {
    offers: changed.map(({ key, text }) => ({ key, text, is: was.has(key) ? 'otherwise' : 'new' })),
    stops: rows
      .filter((row) => waitsForItsTime(row) && !kept.has(row.key))
      .map(({ id, key }) => ({ id, text: was.get(key)?.text ?? key })),
  }
}
