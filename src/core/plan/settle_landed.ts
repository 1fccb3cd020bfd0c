import type { Answers } from '../answers/answer'
import { routeSubmission } from '../dispatch/route'
import type { Reachable } from '../dispatch/desk'
import { fillLanded } from '../fill/fill'
import type { Form } from '../form/definition'
import type { Origins } from '../origins/origin'

export interface Settled {
  values: Answers
  origins: Origins
  /** Whether the number that was next is taken by it. */
  tookNumber: boolean
  /** Its sender’s referral code, where that is in it. */
  tookCode: string | null
}

/** What landing gives to a sender, who may take it. */
export interface Given {
  /** The next of the numbers that run through the form; `null` for a test, which takes none. */
  number: number | null
  /** Their referral code, a new one where they have none; `null` where nobody is known. */
  code: string | null
}

/**
 * The values of an answer with those that only landing settles: the desks that are told, and what is given to its
 * sender. `null` where nothing is settled.
 */
export function settleLanded(
  form: Form,
  { values, origins }: Pick<Settled, 'values' | 'origins'>,
  reachable: Reachable,
  given: Given,
): Settled | null {
  const taken = { number: false, code: false }
  const take = <W extends keyof Given>(what: W): Given[W] => {
    taken[what] = true
    return given[what]
  }
  const filled = fillLanded(form, values, {
    number: () => take('number'),
    code: () => take('code'),
    desks: () => [...new Set(routeSubmission(form, values, reachable).map(({ desk }) => desk.title))],
  })
  if (Object.keys(filled.values).length === 0) return null
  return {
    values: { ...values, ...filled.values },
    origins: { ...origins, ...filled.origins },
    tookNumber: taken.number && given.number !== null,
    tookCode: taken.code ? given.code : null,
  }
}
