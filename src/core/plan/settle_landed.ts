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
}

/**
 * The values of an answer with those that only landing settles: the desks that are told, and `number`, the next of those
 * that run through the form (`null` for a test, which takes none). `null` where nothing is settled.
 */
export function settleLanded(
  form: Form,
  { values, origins }: Omit<Settled, 'tookNumber'>,
  reachable: Reachable,
  number: number | null,
): Settled | null {
  const desks = () => [...new Set(routeSubmission(form, values, reachable).map(({ desk }) => desk.title))]
  const filled = fillLanded(form, values, { number, desks })
  if (Object.keys(filled.values).length === 0) return null
  return {
    values: { ...values, ...filled.values },
    origins: { ...origins, ...filled.origins },
    tookNumber: Object.values(filled.origins).includes('generated'),
  }
}
