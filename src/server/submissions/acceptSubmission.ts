import { randomUUID } from 'node:crypto'
import { type Answers, sameAnswer, valueIn } from '@/core/answers/answer'
import type { AnswerError } from '@/core/form/check'
import { chooseOutcome, type Outcome } from '@/core/dispatch/outcome'
import { fillForm } from '@/core/fill/fill'
import type { Origins } from '@/core/origins/origin'
import { originsOf } from '@/core/fill/origins_of'
import { originsOfKnown, knownThatShows } from '@/core/fill/turns'
import type { Form } from '@/core/form/definition'
import { sayErrors } from '@/core/form/said'
import type { Closed } from '@/core/form/standing'
import { CLOSING_GRACE } from '@/core/form/state'
import { walkForm } from '@/core/form/walk'
import { isAskedByMail } from '@/core/records/lists'
import { emailIn } from '@/core/records/match'
import type { Suspicion } from '@/core/spam/suspect'
import type { Db } from '@/db/database'
import { storeInPlace } from '@/db/queries/places'
import { findSent, type NewSubmission } from '@/db/queries/submissions'
import { findVisit } from '@/db/queries/visits'
import { context } from '../context'
import type { ClaimedVisit } from '../visits/claim'
import { filesIn } from '@/core/answers/files'
import { factsFor } from '../forms/facts'
import { forgetLiveForm, type SpokenForm } from '../forms/live'
import { drawFor, knownOf } from '../visits/known'
import { inTurnFor } from '../visits/turns'
import type { Visitor } from '../visits/visitor'
import { storeInBatch } from './storeInBatch'

export type Accepted =
  | { ok: true; submission: string; outcome: Outcome; values: Answers }
  | { ok: false; why: 'wrong'; errors: AnswerError[] }
  /** The visit has sent already, and whoever asks does not show that it was theirs. */
  | { ok: false; why: 'sent before' }
  /** Its form has no room for it just now. */
  | { ok: false; why: 'too many'; wait: number }
  /** The form is not open yet, or full, or closed where the visit had not begun while it was open, or too long ago. */
  | { ok: false; why: 'closed' }

/** Sound answers to a form, and where each came from. */
export interface Given {
  form: Form
  answers: Answers
  origins: Origins
}

/** Why a submission looks like a machine's, and how many seconds until its form has room for it: 0 where it has. */
interface Judged {
  suspicions: Suspicion[]
  wait: number
}

/** Weighs a submission that is about to be stored. */
export type Judge = (given: Given) => Promise<Judged>

/** Nothing is suspicious of who shows a token. */
export const trustSender: Judge = () => Promise.resolve({ suspicions: [], wait: 0 })

/**
 * Checks what a visitor sent and stores it with its job in one statement. Once this has answered, the
 * submission will be applied whatever dies next. The same visit sent twice gives the first answer again, to
 * whoever proves that it is theirs or sends the same answers. What is judged to be a machine's is kept as spam
 * and answered like any other. `at` is `null` for now.
 */
export async function acceptSubmission(
  db: Db,
  live: SpokenForm,
  raw: Readonly<Record<string, unknown>>,
  visitor: Visitor,
  visit: ClaimedVisit | null,
  judge: Judge,
  at: Date | null,
): Promise<Accepted> {
  const { form, formId, workspaceId, releaseId, speech } = live
  const closed = live.closed
  // Colleagues try a form before it opens, and after.
  if (closed && !visit?.test && !(await hadBegun(db, live, closed, visit)))
    return (await sentByProven(db, formId, visit)) ?? CLOSED
  const now = at ?? new Date()
  const visitId = visit?.id ?? randomUUID()
  const draw = drawFor(context().config.LICHEN_SECRET, formId, visitId)
  const known = { ...knownOf(live, visitor, now), draw }
  const { carried, questions } = fillForm(form, known, raw)
  const { form: asked, turns } = inTurnFor(form, known, carried.values, visit?.turns ?? null, raw)
  const settled = { ...carried.values, ...turns.known }
  const facts = await factsFor(live, visit, raw, now)
  const { answers, errors } = walkForm(asked, raw, settled, facts)
  if (errors.length > 0) {
    const before = await sentByProven(db, formId, visit)
    return before ?? { ok: false, why: 'wrong', errors: sayErrors(form, errors, { ...settled, ...answers }, speech) }
  }
  const left = knownThatShows(form, turns, { ...carried.values, ...answers })
  const origins = originsOf(form, answers, questions, { ...carried.origins, ...originsOfKnown(left) })
  const judged = await judge({ form, answers, origins })
  if (judged.wait > 0) return { ok: false, why: 'too many', wait: judged.wait }
  const values = { ...carried.values, ...left, ...answers }
  const id = randomUUID()
  const submission: NewSubmission = {
    id,
    workspace_id: workspaceId,
    form_id: formId,
    release_id: releaseId,
    visit_id: visitId,
    is_test: visit?.test ?? false,
    values,
    origins,
    link: visitor.link,
    page_before: visitor.pageBefore,
    link_holder: visitor.holder?.id ?? null,
    outcome: outcomeFor(live, visitor, id, values),
    received_at: at?.toISOString() ?? null,
    // An address that is only mentioned in a text is no file of ours.
    files: filesIn(answers).filter((id) => Object.keys(answers).some((name) => facts.fileAt(id, name) !== null)),
    suspicions: judged.suspicions,
    locale: speech.locale,
  }
  const takesPlace = live.hasPlaces && !submission.is_test && submission.suspicions.length === 0
  const stored = takesPlace ? await storeInPlace(db, submission) : await storeInBatch(db, submission)
  if (stored === true || stored === 'stored') return { ok: true, submission: id, outcome: submission.outcome, values }
  const before = await findSent(db, formId, submission.visit_id)
  if (!before && stored === 'full') {
    forgetLiveForm(formId)
    return CLOSED
  }
  // One of its files was given up since it was looked for: looked for once more, its question says so.
  if (!before && submission.files.length > 0)
    return acceptSubmission(db, live, raw, visitor, visit, () => Promise.resolve(judged), at)
  if (!before) throw new Error('A submission was neither stored nor found')
  return visit?.proven || hasSame(before.values, answers) ? asBefore(before) : { ok: false, why: 'sent before' }
}

const CLOSED = { ok: false, why: 'closed' } as const

type Sent = NonNullable<Awaited<ReturnType<typeof findSent>>>

/** The first answer again, to what was sent twice. */
const asBefore = ({ id, outcome, values }: Sent): Accepted => ({ ok: true, submission: id, outcome, values })

/** The first answer again, where whoever proves that a visit is theirs has sent it before. */
async function sentByProven(db: Db, formId: string, visit: ClaimedVisit | null): Promise<Accepted | null> {
  const before = visit?.proven ? await findSent(db, formId, visit.id) : undefined
  return before ? asBefore(before) : null
}

/** What is read after sending: who is asked by mail to confirm what they join is told to look there. */
function outcomeFor(
  { form, speech, confirmed }: SpokenForm,
  { holder }: Visitor,
  id: string,
  values: Answers,
): Outcome {
  const { outcome } = chooseOutcome(form, values, { submission: id, speech })
  const email = emailIn(form, values)
  const isHolder = holder !== null && (email === null || email === holder.stored.records.contact?.email)
  return isAskedByMail(form, values, confirmed, { proven: isHolder ? 'link' : null })
    ? { ...outcome, asked: true }
    : outcome
}

/** Whether these answers were sent before: what is carried, or settled since, may be another now. */
const hasSame = (before: Answers, answers: Answers): boolean =>
  Object.entries(answers).every(([name, answer]) => sameAnswer(answer, valueIn(before, name)))

/** Whether a visit to a closed form had begun before it was closed, which is not long ago. Of places none are kept. */
async function hadBegun(db: Db, { formId }: SpokenForm, closed: Closed, visit: ClaimedVisit | null): Promise<boolean> {
  if (closed.is !== 'closed' || !visit || Date.now() - closed.since.getTime() > CLOSING_GRACE) return false
  const found = await findVisit(db, { formId, visitId: visit.id }, null)
  return found !== null && new Date(found.visit.arrivedAt) < closed.since
}
