'use server'

import { deedAction } from '@/server/access/session'
import { runAgain, sendAgain } from '@/server/deeds/arrivals'

/** Puts a delivery back in the queue, with all its attempts before it. */
export const resendAction = deedAction(sendAgain)

/** Applies a submission again that could not be applied. */
export const runAgainAction = deedAction(runAgain)
