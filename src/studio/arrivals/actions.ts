'use server'

import type { z } from 'zod'
import { deedAction } from '@/server/access/session'
import {
  binSubmissions,
  dropSubmissionNote,
  noteSubmission,
  removeSubmissions,
  restoreSubmissions,
} from '@/server/deeds/bin'
import { correctAnswers, planCorrection } from '@/server/deeds/corrections'
import { readExportColumns } from '@/server/deeds/exports'
import { putAside, runAgain, sayReal, sendAgain, settleSpam } from '@/server/deeds/arrivals'

/** Puts a delivery back in the queue, with all its attempts before it. */
export const resendAction = deedAction(sendAgain)

/** Puts aside what was given up, for a reason. */
export const putAsideAction = deedAction(putAside)

/** Applies a submission again that could not be applied. */
export const runAgainAction = deedAction(runAgain)

/** Says that a submission kept as spam is a person's: it is applied like any other. */
export const sayRealAction = deedAction(sayReal)

/** Leaves submissions as spam, or takes that back. */
export const settleSpamAction = deedAction(settleSpam)

/** What corrected answers come to. */
export type PlannedCorrection = z.input<typeof planCorrection.gives>

/** Says what correcting answers comes to. Nothing is done. */
export const planCorrectionAction = deedAction(planCorrection)

/** Corrects answers, and does what is wanted with them. */
export const correctAnswersAction = deedAction(correctAnswers)

/** What an export of submissions can have in it. */
export type ExportColumns = z.infer<typeof readExportColumns.gives>

/** Reads which columns an export of submissions can have. */
export const readExportColumnsAction = deedAction(readExportColumns)

/** Puts submissions into the bin. */
export const binSubmissionsAction = deedAction(binSubmissions)

/** Takes submissions out of the bin. */
export const restoreSubmissionsAction = deedAction(restoreSubmissions)

/** Removes submissions for good that are in the bin. */
export const removeSubmissionsAction = deedAction(removeSubmissions)

/** Writes a note to a submission. */
export const noteSubmissionAction = deedAction(noteSubmission)

/** Takes a note of a submission away. */
export const dropSubmissionNoteAction = deedAction(dropSubmissionNote)
