import { type Pace, showsAllAtOnce } from './paces'
import type { Way } from './walk'

/** A place on a visitor's way that shows at once, until they go on. */
export interface Stop {
  /** The step it is in; the last one shown, where all show at once. */
  step: string
  /** The question that alone shows; `null` where all of the step do. */
  question: string | null
  /** How many questions come before it on this way. */
  before: number
}

/** The stops on one visitor's way, in order. */
export function stopsOf(pace: Pace, { steps, shown }: Pick<Way, 'steps' | 'shown'>): Stop[] {
  const last = steps.at(-1)
  if (!last) return []
  if (showsAllAtOnce(pace)) return [{ step: last.name, question: null, before: 0 }]
  let before = 0
  return steps.flatMap((step): Stop[] => {
    const here = step.questions.flatMap(({ name }) => (shown.includes(name) ? [name] : []))
    const first = before
    before += here.length
    return pace === 'one'
      ? here.map((question, n) => ({ step: step.name, question, before: first + n }))
      : [{ step: step.name, question: null, before: first }]
  })
}

/**
 * Where a stop is among the others: the first of its step where its question shows no more, and the only one where
 * there is one. `-1` for none.
 */
export function placeOf(stops: readonly Stop[], { step, question }: Pick<Stop, 'step' | 'question'>): number {
  if (stops.length === 1) return 0
  const exact = stops.findIndex((stop) => stop.step === step && stop.question === question)
  return exact < 0 ? stops.findIndex((stop) => stop.step === step) : exact
}
