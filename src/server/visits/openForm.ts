import type { Answers } from '@/core/answers/answer'
import { filesIn, withoutFiles } from '@/core/answers/files'
import { filledOnPage, fillForm } from '@/core/fill/fill'
import type { Known, PageFact } from '@/core/origins/source'
import type { Form } from '@/core/form/definition'
import type { Db } from '@/db/database'
import { findVisit, type StoredVisit } from '@/db/queries/visits'
import { context } from '../context'
import { wholeFiles } from '../files/whole'
import type { LiveForm, SpokenForm } from '../forms/live'
import { advanceVisits, noticeOf } from './advance'
import { knownOf } from './known'
import { givePass, proofOf, type VisitPass } from './secret'
import { inTurnFor, type InTurn } from './turns'
import type { Visitor } from './visitor'

/** How many seconds after the last sign of life a sitting is over: coming back later is a return. */
const SITTING = 30 * 60

/** What a form starts with for somebody. */
export interface FormStart extends InTurn {
  /** Filled and kept values to start with. */
  values: Answers
  /** Carried values, and what is known and so not asked. */
  carried: Answers
  /** Values that wait for what only the page’s script can tell. */
  onPage: Record<string, PageFact>
}

export interface OpenedForm extends FormStart {
  pass: VisitPass
  /** Name of the step to start at. */
  step: string
  resumed: boolean
}

/**
 * Opens a form for a visitor: goes on with the visit their browser remembers and has the proof of, or begins
 * one. `at` is `null` for now.
 */
export async function openForm(
  db: Db,
  live: SpokenForm,
  visitor: Visitor,
  remembered: string | null,
  given: 'visit' | 'test',
  ownHosts: readonly string[],
  at: Date | null,
): Promise<OpenedForm> {
  const { formId } = live
  const before = remembered ? await findVisit(db, { formId, visitId: remembered }, at) : null
  const test = given === 'test'
  const visit = before && before.visit.test === test && goesOn(before, visitor) ? before.visit : null
  const secret = context().config.LICHEN_SECRET
  const pass = visit ? { id: visit.id, proof: proofOf(secret, formId, visit.id) } : givePass(secret, formId, given)
  // A browser remembers its last visit: one by the same link is no other browser.
  const link = visitor.holder?.link ?? null
  const start = startFor(live.form, knownOf(live, visitor, at ?? new Date()), visit?.answers ?? {})
  const told = { ...visitor, newBrowser: link !== null && before?.visit.linkId !== link }
  const resumed = Object.keys(visit?.answers ?? {}).length > 0
  const returned = resumed && (before?.quiet ?? 0) >= SITTING
  if (!visit || returned)
    await db
      .transaction()
      .execute((tx) => advanceVisits(tx, [noticeOf(live, told, { id: pass.id, test }, ownHosts, at, { returned })]))
  return {
    pass,
    ...start,
    values: { ...start.values, ...(visit && (await stillThere(live, visit))) },
    step: lastStep(live.form, resumed ? visit : null),
    resumed,
  }
}

/** What was kept of a visit, without the files that were removed since nobody sent the form with them. */
async function stillThere(live: LiveForm, { id, answers }: StoredVisit): Promise<Answers> {
  const ids = filesIn(answers ?? {})
  if (ids.length === 0) return answers ?? {}
  const there = await wholeFiles(live, id, ids)
  return withoutFiles(answers ?? {}, (file) => there.has(file))
}

/** What a form starts with for somebody of whom this is known, who has left these answers. */
export function startFor(form: Form, known: Known, left: Answers = {}): FormStart {
  const { carried } = fillForm(form, known)
  return fillStart(inTurnFor(form, known, carried.values, null, left), known)
}

/** What a form starts with as it is asked in turn, before anything is kept. */
export function fillStart({ form, turns }: InTurn, known: Known): FormStart {
  const { carried, questions } = fillForm(form, known)
  return {
    form,
    turns,
    values: questions.values,
    carried: { ...carried.values, ...turns.known },
    onPage: filledOnPage(form, known),
  }
}

/**
 * A sent visit is over. One that began with a personal link goes on only with that link, since what was
 * filled in then is shown to its holder only; a visit that began without goes on only without.
 */
function goesOn({ visit, quiet }: { visit: StoredVisit; quiet: number }, visitor: Visitor): boolean {
  if (visit.sentAt) return false
  if (visit.linkHolder !== (visitor.holder?.id ?? null)) return false
  return visit.answers !== null || quiet < SITTING
}

function lastStep(form: Form, visit: StoredVisit | null): string {
  const last = visit?.steps.findLast((name) => form.steps.some((step) => step.name === name))
  return last ?? form.steps[0]?.name ?? ''
}
