import type { Answers } from '../answers/answer'

/** One visitor with one form in one sitting, as far as it has come. Moments are ISO 8601 in UTC. */
export interface VisitProgress {
  arrivedAt: string
  beganAt: string | null
  sentAt: string | null
  returnedAt: string | null
  lastAt: string
  /** Names of the steps reached, in the order they were first reached. */
  steps: string[]
  /** Answers kept of an unfinished entry; `null` when none are. */
  answers: Answers | null
}

/** What was just noticed of a visit. */
export interface Noticed {
  began?: boolean
  /** Steps seen since the visit began. */
  steps?: readonly string[]
  answers?: Answers | null
  returned?: boolean
  sent?: boolean
}

/** Something that happened in a visit for the first time. */
export interface VisitHappening {
  kind: 'began' | 'step' | 'kept' | 'returned' | 'sent'
  step: string | null
}

/**
 * Moves a visit on. Everything happens once: noticing the same thing again changes nothing and
 * reports nothing, so a batch that is sent twice counts once. Reaching a step or sending implies having
 * begun; a sent visit keeps no unfinished answers and never goes back.
 */
export function advanceVisit(
  visit: VisitProgress,
  noticed: Noticed,
  at: string,
): { visit: VisitProgress; happenings: VisitHappening[] } {
  const happenings: VisitHappening[] = []
  const next = { ...visit, steps: [...visit.steps] }
  const happen = (kind: VisitHappening['kind'], step: string | null = null) => happenings.push({ kind, step })
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
  if (noticed.returned && !next.returnedAt && !next.sentAt) {
    next.returnedAt = at
    happen('returned')
  }
  if (noticed.answers && !next.sentAt) {
    if (!next.answers) happen('kept')
    next.answers = noticed.answers
  }
  if (noticed.sent && !next.sentAt) {
    next.sentAt = at
    happen('sent')
  }
  if (next.sentAt) next.answers = null
  if (at > next.lastAt) next.lastAt = at
  return { visit: next, happenings }
}
