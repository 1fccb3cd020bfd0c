'use server'

import { deedAction } from '@/server/access/session'
import { doToMany, planErrand, putErrandBack, stopErrand } from '@/server/deeds/errands'

/** Says how many are chosen, and some of them. */
export const planErrandAction = deedAction(planErrand)

/** Does one thing to many. */
export const doToManyAction = deedAction(doToMany)

/** Stops it where it is. */
export const stopErrandAction = deedAction(stopErrand)

/** Puts back all that was done to many. */
export const putErrandBackAction = deedAction(putErrandBack)
