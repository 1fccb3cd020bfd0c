import { findUnfit } from '@/core/formats/text'
import type { DeedName } from '@/core/changes/deeds'
import { leaveCause } from '../changes/leaveCause'
import { context } from '../context'
import type { Counted } from '../door/buckets'
import { count, of, ofAsker, tooMany, uncount } from '../door/limits'
import { databaseAway, guard, problem } from '../problem'
import { auth } from './auth'
import { knownBrowser, rememberBrowser } from './knownBrowser'
import { findSignedIn, type SignedIn } from './member'

/** Has the sign-in library answer. */
type Ask = () => Promise<Response>

interface Step {
  method: 'GET' | 'POST'
  answer(ask: Ask, request: Request, entered: unknown): Promise<Response>
}

/** What of the sign-in library’s addresses is open, and how often one may be wrong there. */
const STEPS: Record<string, Step> = {
  '/sign-in/email': { method: 'POST', answer: signIn },
  '/sign-out': { method: 'POST', answer: (ask) => ask() },
  '/two-factor/verify-totp': { method: 'POST', answer: proveByCode },
  '/two-factor/verify-backup-code': { method: 'POST', answer: prove },
  '/two-factor/enable': { method: 'POST', answer: withPassword(null) },
  '/two-factor/disable': { method: 'POST', answer: withPassword('turnOffSecondFactor') },
  '/two-factor/generate-backup-codes': { method: 'POST', answer: withPassword('makeRecoveryCodes') },
  '/passkey/generate-register-options': { method: 'GET', answer: (ask) => ask() },
  '/passkey/verify-registration': { method: 'POST', answer: signedIn('addPasskey') },
  '/passkey/generate-authenticate-options': {
    method: 'GET',
    answer: (ask) => guarded(ofAsker('asked_key'), ask, false),
  },
  '/passkey/verify-authentication': { method: 'POST', answer: prove },
}

/** Signs in and out, and sees to what somebody signs in with. Whatever else the library would do, nothing asks for. */
export const serveAuth = (request: Request): Promise<Response> =>
  guard(async () => {
    if (context().presence.isAway) return databaseAway()
    const step = STEPS[new URL(request.url).pathname.replace(/^\/api\/auth/, '')]
    if (!step) return problem(404, 'There is nothing at this address.')
    if (step.method !== request.method)
      return problem(405, `This address takes ${step.method}.`, {}, { allow: step.method })
    const body = request.method === 'POST' ? await request.text() : null
    const entered = readJson(body ?? '')
    if (entered === undefined || findUnfit(entered) !== null)
      return problem(400, 'The body is not JSON, or holds text that is not Unicode.')
    const asked = () => new Request(request.url, { method: request.method, headers: request.headers, body })
    return step.answer(() => auth().handler(asked()), request, entered)
  })

/**
 * Wrong tries are counted by network, by network and account, and by account: a stranger who is often wrong keeps
 * nobody out but themselves. A browser that was signed in with before counts for itself.
 */
async function signIn(ask: Ask, { headers }: Request, entered: unknown): Promise<Response> {
  const { config } = context()
  const account = accountIn(entered)
  const known = knownBrowser(config, account, headers)
  const counted =
    known === null
      ? [...ofAsker('wrong'), ...ofAsker('wrong_with', account), ...of('wrong_anywhere', account)]
      : of('wrong_known', known)
  const answered = await guarded(counted, ask)
  if (answered.ok && (await tellsUser(answered)) !== null)
    answered.headers.append('set-cookie', rememberBrowser(config, account))
  return answered
}

/** Shows what somebody has beside or in place of a password. */
async function prove(ask: Ask): Promise<Response> {
  const answered = await guarded(ofAsker('wrong'), ask)
  const email = answered.ok ? await tellsUser(answered) : null
  if (email !== null) answered.headers.append('set-cookie', rememberBrowser(context().config, email))
  return answered
}

/** Shows a code; whoever is signed in already shows the first one of a new second factor. */
async function proveByCode(ask: Ask, { headers }: Request): Promise<Response> {
  const before = await findSignedIn(headers)
  if (!before) return prove(ask)
  const answered = await guarded([...ofAsker('wrong'), ...of('wrong_known', before.userId)], ask)
  if (answered.ok && !before.hasSecondFactor) await leaveEverywhere(before, 'turnOnSecondFactor')
  return answered
}

/** The address of whoever is in by an answer of the library; `null` where nobody is yet. */
async function tellsUser(answered: Response): Promise<string | null> {
  const { user } = (await answered.clone().json()) as { user?: { email?: unknown } }
  return typeof user?.email === 'string' ? user.email : null
}

/** What somebody signed in shows their password for: a wrong one counts as it does at the front door. */
function withPassword(deed: DeedName | null): Step['answer'] {
  return async (ask, { headers }) => {
    const who = await findSignedIn(headers)
    if (!who) return problem(401, 'Sign in first.')
    const answered = await guarded([...ofAsker('wrong'), ...of('wrong_known', who.userId)], ask)
    if (answered.ok && deed !== null) await leaveEverywhere(who, deed)
    return answered
  }
}

/** What only somebody signed in may do, which their workspaces hear of. */
function signedIn(deed: DeedName): Step['answer'] {
  return async (ask, { headers }) => {
    const who = await findSignedIn(headers)
    if (!who) return problem(401, 'Sign in first.')
    const answered = await ask()
    if (answered.ok) await leaveEverywhere(who, deed)
    return answered
  }
}

/**
 * A try counts from its beginning, so that many at once are no more than one after the other, and no longer once it was
 * right, unless asking itself is what counts.
 */
async function guarded(counted: readonly Counted[], ask: Ask, isTry = true): Promise<Response> {
  const wait = count(...counted)
  if (wait > 0) return tooMany(wait)
  let isWrong = false
  try {
    const answered = await ask()
    isWrong = answered.status === 401 || answered.status === 400
    return answered
  } finally {
    if (isTry && !isWrong) uncount(...counted)
  }
}

/** Keeps in each workspace that somebody belongs to what they did about how they sign in. */
async function leaveEverywhere({ userId: id, name, memberships }: SignedIn, deed: DeedName): Promise<void> {
  const { db } = context()
  for (const { workspaceId } of memberships) await leaveCause(db, workspaceId, { sort: 'member', id, name }, deed, '')
}

function readJson(text: string): unknown {
  if (text === '') return null
  try {
    return JSON.parse(text) as unknown
  } catch {
    return undefined
  }
}

function accountIn(entered: unknown): string {
  const email = (entered as { email?: unknown } | null)?.email
  return typeof email === 'string' ? email.trim().toLowerCase().slice(0, 254) : ''
}
