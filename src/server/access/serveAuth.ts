import { findUnfit } from '@/core/formats/text'
import { context } from '../context'
import { askerAddress } from '../door/asker'
import { count, countFrom, tooMany, waitFor, waitFrom } from '../door/limits'
import { databaseAway, guard, problem } from '../problem'
import { auth } from './auth'

/** Signs in and out. Wrong tries are counted by account and by network address, whoever makes them. */
export const serveAuth = (request: Request): Promise<Response> =>
  guard(async () => {
    if (context().presence.isAway) return databaseAway()
    if (request.method !== 'POST') return auth().handler(request)
    const body = await request.text()
    const entered = readJson(body)
    if (entered === undefined || findUnfit(entered) !== null)
      return problem(400, 'The body is not JSON, or holds text that is not Unicode.')
    const ask = () => auth().handler(new Request(request.url, { method: 'POST', headers: request.headers, body }))
    if (!new URL(request.url).pathname.endsWith('/sign-in/email')) return ask()

    const address = askerAddress()
    const account = accountIn(entered)
    const wait = Math.max(waitFrom('sign_in_address', address), waitFor('sign_in_account', account))
    if (wait > 0) return tooMany(wait)
    const answered = await ask()
    if (answered.status === 401) {
      countFrom('sign_in_address', address)
      count('sign_in_account', account)
    }
    return answered
  })

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
