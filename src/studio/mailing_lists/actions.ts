'use server'

import { deedAction } from '@/server/access/session'
import { askAllToConfirm, askToConfirm, setConfirming } from '@/server/deeds/mailing_lists'

/** Says how a list is confirmed by mail. */
export const setConfirmingAction = deedAction(setConfirming)

/** Asks somebody once more to confirm a list. */
export const askToConfirmAction = deedAction(askToConfirm)

/** The same with everybody who has not answered for a day. */
export const askAllToConfirmAction = deedAction(askAllToConfirm)
