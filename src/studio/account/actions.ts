'use server'

import { deedAction } from '@/server/access/session'
import { dropPasskey, endSessions } from '@/server/deeds/account'
import { leaveWorkspace } from '@/server/deeds/members'

/** Ends sessions of whoever is signed in. */
export const endSessionsAction = deedAction(endSessions)

/** Removes a key that they sign in with. */
export const dropPasskeyAction = deedAction(dropPasskey)

/** Leaves the workspace of this tab. */
export const leaveWorkspaceAction = deedAction(leaveWorkspace)
