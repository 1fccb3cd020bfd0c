'use server'

import { deedAction } from '@/server/access/session'
import { changeForm } from '@/server/deeds/form_settings'
import { addForm, copyForm, readDraft } from '@/server/deeds/forms'

/** Makes a form, blank or with a draft. */
export const newFormAction = deedAction(addForm)

/** Makes a form with the draft of another. */
export const copyFormAction = deedAction(copyForm)

/** Reads what a form would bring along. */
export const readDraftAction = deedAction(readDraft)

/** Sets a form's name, address, place or state. */
export const changeFormAction = deedAction(changeForm)
