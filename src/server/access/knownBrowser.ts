import { randomUUID } from 'node:crypto'
import { parseCookies } from 'better-auth/cookies'
import type { Config } from '../config'
import { isSame, sign } from '../proofs'

/**
 * Browsers that somebody has signed in with before stay let in whatever strangers try with the same account
 * (OWASP, Slow Down Online Guessing Attacks with Device Cookies). The cookie lets nobody in: it says only that
 * its tries are counted apart from everybody else’s. Each account has a cookie of its own in a browser.
 */

/** How long a browser is known after it was signed in with, in seconds. */
const REMEMBERED = 365 * 24 * 60 * 60

type Installed = Pick<Config, 'LICHEN_URL' | 'LICHEN_SECRET'>

/** What a browser is known by for an account; `null` for one that is not. */
export function knownBrowser(config: Installed, account: string, headers: Headers): string | null {
  const kept = parseCookies(headers.get('cookie') ?? '').get(cookieFor(config, account)) ?? ''
  const [id = '', proof = ''] = kept.split('.')
  return isSame(proofFor(config, account, id), proof) ? id : null
}

/** Has a browser remember that somebody signed in with it. It is counted anew from now on. */
export function rememberBrowser(config: Installed, account: string): string {
  const id = randomUUID()
  const secure = config.LICHEN_URL.startsWith('https:') ? '; Secure' : ''
  const value = `${id}.${proofFor(config, account, id)}`
  return `${cookieFor(config, account)}=${value}; Path=/api/auth; Max-Age=${REMEMBERED}; HttpOnly; SameSite=Lax${secure}`
}

const cookieFor = ({ LICHEN_SECRET }: Installed, account: string): string =>
  `lichen_known_${sign(LICHEN_SECRET, `browsers of ${account}`, 6)}`

const proofFor = ({ LICHEN_SECRET }: Installed, account: string, id: string): string =>
  sign(LICHEN_SECRET, `known browser ${id} of ${account}`, 18)
