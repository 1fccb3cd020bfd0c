import { type Answers, sameAnswer, valueIn } from '../answers/answer'

/** One visitor with one form in one sitting, as far as it has come. Moments are ISO 8601 in UTC. */
export interface VisitProgress {
  arrivedAt: string
  beganAt: string | null
  sentAt: string | null
  returnedAt: string | null
  /** The last sign of life: when something new was told of it, or the form opened again. */
  lastAt: string
  /** Names of the steps reached, in the order they were first reached. */
  steps: string[]
  /** Answers kept of an unfinished entry, none of them when all were cleared again; `null` when none ever were. */
  answers: Answers | null
}

/** What was just noticed of a visit. */
export interface Noticed {
  began?: boolean
  /** Steps seen since the visit began. */
  steps?: readonly string[]
  /** All answers so far, in place of those kept before; `null` where none are to be kept. */
  answers?: Answers | null
  returned?: boolean
  sent?: boolean
}

/** Something that happened in a visit for the first time. */
export interface VisitHappening {
  kind: 'began' | 'step' | 'kept' | 'returned' | 'sent'
  step: string | null
  at: string
}

/**
 * Moves a visit on. Everything happens once: noticing the same thing again changes nothing and
 * reports nothing, so a batch that is sent twice counts once, and a page that tells the same again as it is
 * left after a night is no sign of life. Reaching a step or sending implies having
 * begun. A sent visit is over: nothing noticed later happens in it, and it keeps no unfinished answers.
 */
export function advanceVisit(
  visit: VisitProgress,
  noticed: Noticed,
  at: string,
): { visit: VisitProgress; happenings: VisitHappening[] } {
  if (visit.sentAt) return { visit, happenings: [] }
  const happenings: VisitHappening[] = []
  const next = { ...visit, steps: [...visit.steps] }
  const happen = (kind: VisitHappening['kind'], step: string | null = null) =>
    happenings.push({ kind, step, at: next.sentAt ?? at })
  const begins = noticed.began || noticed.sent || (noticed.steps?.length ?? 0) > 0
  if (begins && !next.beganAt) {
    next.beganAt = at
    happen('began')
  }
  for (const step of noticed.steps ?? [])
    if (!next.steps.includes(step)) {
      next.steps.push(step)
      happen('step', step)
    }
  if (noticed.returned && !next.returnedAt) {
    next.returnedAt = at
    happen('returned')
  }
  const goesOn = !!noticed.answers && !sameAnswers(next.answers ?? {}, noticed.answers)
  if (noticed.answers && (next.answers || goesOn)) {
    if (!next.answers) happen('kept')
    next.answers = noticed.answers
  }
  const alive = happenings.length > 0 || goesOn || noticed.returned || noticed.sent
  if (alive && at > next.lastAt) next.lastAt = at
  if (noticed.sent) {
    // A page may have told of a step a moment after it sent: the visit still ends with sending.
    next.sentAt = next.lastAt
    next.answers = null
    happen('sent')
  }
  return { visit: next, happenings }
}

/** Whether two sets of answers tell the same. */
const sameAnswers = (a: Answers, b: Answers): boolean =>
  [...Object.keys(a), ...Object.keys(b)].every((name) => sameAnswer(valueIn(a, name), valueIn(b, name)))
