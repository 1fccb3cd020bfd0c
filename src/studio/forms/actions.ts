'use server'

import { deedAction } from '@/server/access/session'
import { addForm, copyForm } from '@/server/deeds/forms'

/** Makes a blank form. */
export const newFormAction = deedAction(addForm)

/** Makes a form with the draft of another. */
export const copyFormAction = deedAction(copyForm)
