import type { AnswerError } from '../form/check'
import { labelOf, questionsAsked } from '../form/values'
import { compareRuns, type Run, type RunDifference } from './compare'

/** How an arrival of before would go through a draft: as through the live release, otherwise, or not at all. */
export type Met = 'same' | 'otherwise' | 'refused'

/** What an arrival of before would meet in a draft. */
export interface Meeting {
  met: Met
  /** What is new in the draft and would be asked as well, by what it is called: nobody could have answered it. */
  asked: string[]
  difference: RunDifference
}

/**
 * What an arrival would meet in a draft (`after`) and not in the live release (`before`). A question that only the draft
 * asks refuses nobody: whoever came would have answered it, and the rest of their answers is compared.
 */
export function meetDraft(before: Run, after: Run): Meeting {
  const known = new Set(questionsAsked(before.form).map(({ question }) => question.name))
  const anew = after.errors.filter((error) => !before.errors.some((one) => isSame(one, error)))
  const refusals = anew.filter(({ name }) => known.has(name))
  const asked = anew.filter(({ name }) => !known.has(name)).map(({ name }) => labelOf(after.form, name))
  const difference = compareRuns({ ...before, errors: [] }, { ...after, errors: refusals })
  if (refusals.length > 0) return { met: 'refused', asked, difference }
  return { met: difference.gone.length + difference.come.length > 0 ? 'otherwise' : 'same', asked, difference }
}

const isSame = (one: AnswerError, other: AnswerError): boolean =>
  one.name === other.name && one.message === other.message
