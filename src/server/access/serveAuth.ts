import { findUnfit } from '@/core/formats/text'
import { context } from '../context'
import { count, of, ofAsker, tooMany, uncount } from '../door/limits'
import { databaseAway, guard, problem } from '../problem'
import { auth } from './auth'
import { knownBrowser, rememberBrowser } from './knownBrowser'

/** Signs in and out. Whatever else the library would do, nothing of Lichen asks for. */
export const serveAuth = (request: Request): Promise<Response> =>
  guard(async () => {
    if (context().presence.isAway) return databaseAway()
    const body = await request.text()
    const entered = readJson(body)
    if (entered === undefined || findUnfit(entered) !== null)
      return problem(400, 'The body is not JSON, or holds text that is not Unicode.')
    const ask = () => auth().handler(new Request(request.url, { method: 'POST', headers: request.headers, body }))
    switch (new URL(request.url).pathname) {
      case '/api/auth/sign-in/email':
        return signIn(accountIn(entered), request.headers, ask)
      case '/api/auth/sign-out':
        return ask()
      default:
        return problem(404, 'There is nothing at this address.')
    }
  })

/**
 * Wrong tries are counted by network, by network and account, and by account: a stranger who is often wrong keeps
 * nobody out but themselves. A browser that was signed in with before counts for itself. A try counts from its
 * beginning, so that many at once are no more than one after the other, and no longer once it was right.
 */
async function signIn(account: string, headers: Headers, ask: () => Promise<Response>): Promise<Response> {
  const { config } = context()
  const known = knownBrowser(config, account, headers)
  const counted =
    known === null
      ? [...ofAsker('wrong'), ...ofAsker('wrong_with', account), ...of('wrong_anywhere', account)]
      : of('wrong_known', known)
  const wait = count(...counted)
  if (wait > 0) return tooMany(wait)
  let wrong = false
  try {
    const answered = await ask()
    wrong = answered.status === 401
    if (answered.ok) answered.headers.append('set-cookie', rememberBrowser(config, account))
    return answered
  } finally {
    if (!wrong) uncount(...counted)
  }
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
