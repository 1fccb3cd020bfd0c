'use server'

import { deedAction } from '@/server/access/session'
import { dropImport, planImport, putImportBack, readAgain, startImport, stopImport } from '@/server/deeds/imports'

/** Says where columns go, and has it looked what would come of it. */
export const planImportAction = deedAction(planImport)

/** Reads the file again, as it is said to be written. */
export const readAgainAction = deedAction(readAgain)

/** Brings in what was looked at, or goes on. */
export const startImportAction = deedAction(startImport)

/** Stops it where it is. */
export const stopImportAction = deedAction(stopImport)

/** Puts all of it back. */
export const putImportBackAction = deedAction(putImportBack)

/** Throws the file away. */
export const dropImportAction = deedAction(dropImport)
