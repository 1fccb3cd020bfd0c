import { z } from 'zod'
import { breakLinks, leaveOutLinks } from '@/core/dispatch/links'
import { keepApart } from '@/core/formats/direction'
import { type Role, ROLE_NAMES, ROLES } from '@/core/rights/role'
import { listMembersOf, setMember } from '@/db/queries/members'
import { withdrawInvitations } from '@/db/queries/ways_in'
import { readResources } from '@/db/queries/workspace'
import type { Context } from '../context'
import { count, of } from '../door/limits'
import { type Done, done, notDone } from '../done'
import { log } from '../log'
import { addressSchema } from './address'
import { mailHouse } from './mail_house'
import { makeWayIn } from './way_in'

/** Who belongs to a workspace, and who is asked to. */

export const roleSchema = z.enum(ROLE_NAMES)

export const invitationSchema = z.strictObject({ email: addressSchema, role: roleSchema })

interface Inviter {
  context: Context
  workspaceId: string
  who: { id: string; name: string }
}

/**
 * Invites somebody by mail to join as something. An invitation to the same address before it ends: the latest counts.
 * Its address is in the mail alone, since whoever has it is taken for the mail’s reader.
 */
export async function inviteMember(
  { context, workspaceId, who }: Inviter,
  { email, role }: z.output<typeof invitationSchema>,
): Promise<Done<{ email: string }>> {
  const { db, config } = context
  if ((await listMembersOf(db, workspaceId)).some((member) => member.email === email))
    return notDone(409, `${email} belongs to the workspace already.`)
  if (count(...of('invite', workspaceId)) > 0)
    return notDone(429, 'So many were invited just now that the next must wait for a minute.')
  const address = await db.transaction().execute(async (tx) => {
    await withdrawInvitations(tx, workspaceId, { email })
    return makeWayIn(tx, config, { is: 'join', email, workspaceId, role, askedBy: who.id })
  })
  const { workspace } = await readResources(db, workspaceId)
  // Whoever opens a workspace names it: nothing of that is a link in somebody’s mail.
  const [house, inviter] = [workspace.name, who.name].map((name) => keepApart(breakLinks(name)))
  try {
    await mailHouse(context, {
      workspaceId,
      mailDomain: workspace.mailDomain,
      to: email,
      subject: `Join ${keepApart(leaveOutLinks(workspace.name))}`,
      text: `${inviter} invites you to ${house} at ${config.LICHEN_URL}, as ${ROLES[role].title.toLowerCase()}: ${ROLES[role].about.toLowerCase()}.\n\nThis address lets you in, once, within seven days:\n${address}\n\nIf you do not know what this is about, nothing needs doing.`,
    })
  } catch (error) {
    log.error({ error }, 'An invitation was not mailed')
    await withdrawInvitations(db, workspaceId, { email })
    return notDone(409, 'The mail could not be sent, so nobody is invited. Try again in a moment.')
  }
  return done({ email })
}

const LAST_OWNER = 'A workspace needs an owner: make somebody else one first.'

/** Sets what a member may do, or with `null` takes them out; gives what they are called. */
export async function changeMember(
  { db }: Context,
  workspaceId: string,
  userId: string,
  role: Role | null,
): Promise<Done<{ name: string }>> {
  const set = await db.transaction().execute((tx) => setMember(tx, workspaceId, userId, role))
  switch (set.is) {
    case 'set':
      return done({ name: set.name })
    case 'no member':
      return notDone(404, 'There is no such member.')
    case 'last owner':
      return notDone(409, LAST_OWNER)
  }
}
