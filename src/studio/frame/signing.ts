import { startAuthentication } from '@simplewebauthn/browser'
import { forgetUndo } from '../draft/forget'
import { forgetWalk } from '../lists/walk'

/** What came of signing in: somebody is in, a code is asked for as well, or why not. */
type SignedIn = { is: 'in' } | { is: 'asked for a code' } | { is: 'wrong'; reason: string }

/** Signs in by a password. */
export const signIn = (account: { email: string; password: string }): Promise<SignedIn> =>
  tryTo('/api/auth/sign-in/email', account, 'The email or the password is wrong.')

/** Shows the code that was asked for: one of six figures, or one kept for when those cannot be had. */
export const showCode = (code: string): Promise<SignedIn> =>
  /^\d{6}$/.test(code.replaceAll(/\s/g, ''))
    ? tryTo(
        '/api/auth/two-factor/verify-totp',
        { code: code.replaceAll(/\s/g, '') },
        'The code is wrong, or its half minute has passed. Take the next one.',
      )
    : tryTo(
        '/api/auth/two-factor/verify-backup-code',
        { code: code.trim() },
        'This is no recovery code that still works.',
      )

/** Signs in by a key, whoever’s it is. */
export async function signInByKey(): Promise<SignedIn> {
  try {
    const asked = await fetch('/api/auth/passkey/generate-authenticate-options')
    if (!asked.ok) return { is: 'wrong', reason: LATER }
    const response = await startAuthentication({ optionsJSON: await asked.json() })
    return await tryTo('/api/auth/passkey/verify-authentication', { response }, 'Nobody signs in here with this key.')
  } catch {
    return { is: 'wrong', reason: 'No key was shown. Try again, or take the password.' }
  }
}

async function tryTo(path: string, body: object, wrong: string): Promise<SignedIn> {
  const response = await post(path, body)
  if (response === null) return { is: 'wrong', reason: AWAY }
  if (response.ok) {
    const { twoFactorRedirect } = (await response.json()) as { twoFactorRedirect?: boolean }
    return { is: twoFactorRedirect ? 'asked for a code' : 'in' }
  }
  if (response.status === 429) return { is: 'wrong', reason: 'Too many tries. Wait a minute, then sign in again.' }
  return { is: 'wrong', reason: response.status >= 500 ? LATER : wrong }
}

/** Signs out; nothing of what could be undone or was looked for stays in the browser. */
export async function signOut(): Promise<void> {
  await forgetUndo()
  forgetWalk()
  await fetch('/api/auth/sign-out', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' })
  location.assign('/sign-in')
}

export type Entered = { ok: true; email: string; isKnown: boolean } | { ok: false; field: string; message: string }

/** Does what an address that works once is for, or asks for one; tells what came of it. */
export async function enter(what: object): Promise<Entered> {
  const response = await post('/api/enter', what)
  if (response === null) return { ok: false, field: '', message: AWAY }
  if (response.status === 204) return { ok: true, email: '', isKnown: false }
  if (response.status === 429)
    return { ok: false, field: '', message: 'Too many tries. Wait a minute, then try again.' }
  const told = (await response.json().catch(() => ({}))) as {
    email?: string
    isKnown?: boolean
    title?: string
    field?: string
  }
  if (response.ok) return { ok: true, email: told.email ?? '', isKnown: told.isKnown === true }
  return {
    ok: false,
    field: told.field ?? '',
    message: told.title ?? LATER,
  }
}

const LATER = 'Lichen cannot do this now. Try again in a moment.'

const AWAY = 'There is no connection to Lichen. Try again in a moment.'

async function post(path: string, body: object): Promise<Response | null> {
  try {
    return await fetch(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
  } catch {
    return null
  }
}
