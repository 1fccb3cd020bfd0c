'use server'

import { deedAction } from '@/server/access/session'
import { keepColumns } from '@/server/deeds/views'

/** Keeps which columns one sees of a list. */
export const keepColumnsAction = deedAction(keepColumns)
