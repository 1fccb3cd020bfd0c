'use server'

import { deedAction } from '@/server/access/session'
import { readFieldUses } from '@/server/deeds/settings'

/** Says what every form does with each field. */
export const readFieldUsesAction = deedAction(readFieldUses)
