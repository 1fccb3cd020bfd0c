'use server'

import { deedAction } from '@/server/access/session'
import { addInlet, changeInlet, dropInlet, pointHtmlAt, signInlet, unsignInlet } from '@/server/deeds/inlets'

/** Makes an address that takes submissions from a form built elsewhere. */
export const addInletAction = deedAction(addInlet)

/** Sets it. */
export const changeInletAction = deedAction(changeInlet)

/** Drops it. */
export const dropInletAction = deedAction(dropInlet)

/** Has whoever sends to it sign what they send. */
export const signInletAction = deedAction(signInlet)

/** Has nobody sign any more. */
export const unsignInletAction = deedAction(unsignInlet)

/** Makes somebody's own HTML send to it. */
export const pointHtmlAction = deedAction(pointHtmlAt)
