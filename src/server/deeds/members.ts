import { z } from 'zod'
import { ROLES } from '@/core/rights/role'
import { listMembersOf } from '@/db/queries/members'
import { listInvitations, withdrawInvitations } from '@/db/queries/ways_in'
import { type Actor, memberOf } from '../access/actor'
import { changeMember as setRole, invitationSchema, inviteMember as invite, roleSchema } from '../access/members'
import { done, notDone } from '../done'
import { deed } from './deed'
import { moment, nothing } from './shapes'

/** Who belongs to a workspace, and as what. People decide it: no program can. */

export const readMembers = deed({
  summary: 'Who belongs to the workspace, and who is invited',
  may: 'own',
  input: z.object({}),
  gives: z.object({
    members: z.array(
      z.object({
        id: z.string(),
        name: z.string(),
        email: z.string(),
        role: roleSchema,
        joinedAt: moment,
        hasSecondFactor: z.boolean(),
      }),
    ),
    invitations: z.array(
      z.object({
        id: z.uuid(),
        email: z.string(),
        role: roleSchema,
        by: z.string().nullable(),
        at: moment,
        until: moment,
      }),
    ),
  }),
  async run({ context: { db }, workspaceId }) {
    const [members, invitations] = await Promise.all([listMembersOf(db, workspaceId), listInvitations(db, workspaceId)])
    return done({ members, invitations })
  },
})

export const inviteMember = deed({
  summary: 'Invite somebody by mail',
  may: 'own',
  input: invitationSchema,
  gives: z.object({ email: z.string() }),
  refusals: { 409: 'They belong to it already, or the mail cannot be sent', 429: 'Too many were invited just now' },
  leaves: { deed: 'inviteMember', about: ({ email, role }) => `${email}, ${ROLES[role].title.toLowerCase()}` },
  run: ({ context, workspaceId, doer }, input) => invite({ context, workspaceId, who: doer }, input),
})

export const withdrawInvitation = deed({
  summary: 'Withdraw an invitation: its address lets nobody in any more',
  may: 'own',
  input: z.object({ id: z.uuid() }),
  gives: z.object({ email: z.string() }),
  refusals: { 404: 'No invitation that works has this id' },
  leaves: { deed: 'withdrawInvitation', about: (_, { email }) => email },
  async run({ context, workspaceId }, { id }) {
    const [email] = await withdrawInvitations(context.db, workspaceId, { id })
    return email === undefined ? notDone(404, 'No invitation that works has this id.') : done({ email })
  },
})

const refusals = { 404: 'No such member', 409: 'They are the last owner' }

export const changeMember = deed({
  summary: 'Set what a member may do',
  may: 'own',
  input: z.strictObject({ id: z.string().max(100), role: roleSchema }),
  gives: z.object({ name: z.string() }),
  refusals,
  leaves: { deed: 'changeMember', about: ({ role }, { name }) => `${name}, ${ROLES[role].title.toLowerCase()}` },
  run: ({ context, workspaceId }, { id, role }) => setRole(context, workspaceId, id, role),
})

export const removeMember = deed({
  summary: 'Take a member out of the workspace, at once',
  may: 'own',
  input: z.strictObject({ id: z.string().max(100) }),
  gives: z.object({ name: z.string() }),
  refusals,
  leaves: { deed: 'removeMember', about: (_, { name }) => name },
  run: ({ context, workspaceId }, { id }) => setRole(context, workspaceId, id, null),
})

export const leaveWorkspace = deed({
  summary: 'Leave the workspace',
  may: 'read',
  input: z.object({}),
  gives: nothing,
  refusals,
  leaves: { deed: 'leaveWorkspace', about: () => '' },
  async run(by: Actor) {
    const left = await setRole(by.context, by.workspaceId, memberOf(by) ?? '', null)
    return left.ok ? done(null) : left
  },
})
