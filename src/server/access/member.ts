import type { Doer } from '@/core/changes/cause'
import type { Right } from '@/core/rights/right'
import { type Role, rightsOf } from '@/core/rights/role'
import { listMemberships, type Membership } from '@/db/queries/members'
import { context } from '../context'
import { askedPlace } from '../door/asker'
import { type NotDone, notDone } from '../done'
import type { Actor } from './actor'
import { auth } from './auth'
import { askGate } from './gate'

/** Somebody signed in, and the workspace they work in. Everything in the studio begins with one. */
export interface Member extends SignedIn {
  workspaceId: string
  workspaceName: string
  /** Zone that days and hours are told in. */
  timeZone: string
  role: Role
  rights: ReadonlySet<Right>
}

/** The same, as whoever does something is kept. */
export const doerOf = ({ userId, name }: Member): Doer => ({ sort: 'member', id: userId, name })

/** Whoever is signed in, as those who do deeds are known. */
export const actorOf = (member: Member): Actor => ({
  context: context(),
  workspaceId: member.workspaceId,
  doer: doerOf(member),
  email: member.email,
  role: member.role,
  rights: member.rights,
})

/** Who asks, as far as workspaces go. */
export type Asking =
  | { is: 'member'; member: Member }
  | { is: 'stranger' }
  /** Signed in, and in no workspace of the name. */
  | { is: 'outsider'; who: SignedIn }
  /** In several workspaces, and it was not said which. */
  | { is: 'undecided'; who: SignedIn }

/** Somebody signed in, and the workspaces they belong to. */
export interface SignedIn {
  userId: string
  name: string
  email: string
  sessionId: string
  hasSecondFactor: boolean
  memberships: Membership[]
}

/** Who is signed in by these request headers, wherever they work. */
export async function findSignedIn(headers: Headers): Promise<SignedIn | null> {
  const found = await auth().api.getSession({ headers })
  if (!found) return null
  const { user, session } = found
  const memberships = await listMemberships(context().db, user.id)
  const hasSecondFactor = user.twoFactorEnabled === true
  return { userId: user.id, name: user.name, email: user.email, sessionId: session.id, hasSecondFactor, memberships }
}

/** Who asks by these request headers, in the workspace that the address is in; else in the only one they belong to. */
export async function tellAsker(headers: Headers): Promise<Asking> {
  const who = await findSignedIn(headers)
  if (!who) return { is: 'stranger' }
  const { handle } = askedPlace()
  const { memberships } = who
  if (handle === null && memberships.length > 1) return { is: 'undecided', who }
  const here = handle === null ? memberships[0] : memberships.find((one) => one.handle === handle)
  if (!here) return { is: 'outsider', who }
  const { workspaceId, workspaceName, timeZone, role } = here
  return { is: 'member', member: { ...who, workspaceId, workspaceName, timeZone, role, rights: rightsOf(role) } }
}

/** The member who asks and may, or why nothing is given. */
export async function admit(
  headers: Headers,
  right: Right,
): Promise<{ ok: true; member: Member } | { ok: false; status: 401 | 409 | NotDone['status']; message: string }> {
  const asking = await tellAsker(headers)
  switch (asking.is) {
    case 'stranger':
      return { ok: false, status: 401, message: 'Sign in first.' }
    case 'outsider':
      return notDone(404, 'There is nothing at this address.')
    case 'undecided':
      return notDone(409, 'You belong to several workspaces: ask at the address of one.')
    case 'member': {
      const kept = await askGate(actorOf(asking.member), right)
      return kept ?? { ok: true, member: asking.member }
    }
  }
}
