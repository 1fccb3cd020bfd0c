'use server'

import { deedAction } from '@/server/access/session'
import { addLink, dropLink } from '@/server/deeds/people'

/** Makes a personal link to a form for a contact; the address is shown this once. */
export const newLinkAction = deedAction(addLink)

/** Withdraws a personal link. */
export const withdrawLinkAction = deedAction(dropLink)
