'use server'

import { deedAction } from '@/server/access/session'
import { addTheme, changeTheme, dropTheme } from '@/server/deeds/themes'

/** Keeps a theme as the workspace’s own. */
export const addThemeAction = deedAction(addTheme)

/** Changes a theme of the workspace’s own for every form that uses it. */
export const changeThemeAction = deedAction(changeTheme)

/** Removes a theme that no form uses. */
export const dropThemeAction = deedAction(dropTheme)
