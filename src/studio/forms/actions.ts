'use server'

import { FORM_KEYS } from '@/db/queries/forms'
import { deedAction } from '@/server/access/session'
import { addForm, copyForm, readForms } from '@/server/deeds/forms'
import { listAction } from '../ui/listQuery'

export const formsAction = listAction(readForms, 'forms', FORM_KEYS, {})

export type FormRow = Awaited<ReturnType<typeof formsAction>>['rows'][number]

/** Makes a blank form. */
export const newFormAction = deedAction(addForm)

/** Makes a form with the draft of another. */
export const copyFormAction = deedAction(copyForm)
