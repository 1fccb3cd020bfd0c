'use server'

import { deedAction } from '@/server/access/session'
import { changeSheet, makeSheet, planSheet, trySheet, withdrawSheet } from '@/server/deeds/link_sheets'

/** Says whom a sheet would be for. */
export const planSheetAction = deedAction(planSheet)

/** Makes links for many people. */
export const makeSheetAction = deedAction(makeSheet)

/** Says how a sheet is written. */
export const changeSheetAction = deedAction(changeSheet)

/** Withdraws every link of a sheet. */
export const withdrawSheetAction = deedAction(withdrawSheet)

/** Mails some of its links to whoever asks. */
export const trySheetAction = deedAction(trySheet)
