'use server'

import type { z } from 'zod'
import { changeMember, inviteMember, readMembers, removeMember, withdrawInvitation } from '@/server/deeds/members'
import { changeAction } from './change'

/** Everybody of the workspace, and who is invited. */
export type Belonging = z.input<typeof readMembers.gives>

/** Invites somebody by mail. */
export const inviteMemberAction = changeAction(inviteMember, readMembers)

/** Withdraws an invitation. */
export const withdrawInvitationAction = changeAction(withdrawInvitation, readMembers)

/** Says what a member may do. */
export const changeMemberAction = changeAction(changeMember, readMembers)

/** Takes a member out. */
export const removeMemberAction = changeAction(removeMember, readMembers)
