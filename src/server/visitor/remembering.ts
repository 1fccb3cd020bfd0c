import type { Remembering } from '@/visitor/page'
import type { LiveForm } from '../forms/live'
import type { ClaimedVisit } from '../visits/claim'
import { mayBeRemembered } from '../visits/remembered'
import type { Visitor } from '../visits/visitor'

/** The part of a form's address at which somebody says that they are not whom the browser remembers. */
export const NOT_ME = 'not-me'

/** What a page at this address says of remembering its visitor: that they may wish it, or that it is so. */
export function remembering(
  live: LiveForm,
  visitor: Visitor,
  visit: Pick<ClaimedVisit, 'proven' | 'test'>,
  address: string,
  ticked = false,
): Remembering {
  if (visitor.holder?.browser)
    return { is: 'remembered', notMe: address.replace(/^[^?]*/, (path) => `${path}/${NOT_ME}`) }
  return mayBeRemembered(live, visitor, visit) ? { is: 'offered', ticked } : null
}
