import { startRegistration } from '@simplewebauthn/browser'

/** What the sign-in library said: what it gave, or why not, in words. */
type Said<T> = { ok: true; value: T } | { ok: false; message: string }

const WORDS: Record<string, string> = {
  INVALID_PASSWORD: 'The password is wrong.',
  INVALID_CODE: 'The code is wrong, or its half minute has passed. Take the next one.',
  SESSION_NOT_FRESH: 'You signed in more than a day ago. Sign out, sign in, and try again.',
  PREVIOUSLY_REGISTERED: 'This key is one of yours already.',
}

/** Asks the sign-in library for something. */
async function ask<T>(path: string, body: object | null): Promise<Said<T>> {
  try {
    const init = body && {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    }
    const response = await fetch(`/api/auth${path}`, init ?? {})
    const said = (await response.json()) as T & { code?: string }
    if (response.ok) return { ok: true, value: said }
    if (response.status === 429) return { ok: false, message: 'Too many tries. Wait a minute, then try again.' }
    return { ok: false, message: WORDS[said.code ?? ''] ?? 'It was not taken. Try again.' }
  } catch {
    return { ok: false, message: 'There is no connection to Lichen. Try again in a moment.' }
  }
}

/** Begins a second factor: what shows its codes reads the address. It counts from the first code that is right. */
export const beginSecondFactor = (password: string) =>
  ask<{ totpURI: string; backupCodes: string[] }>('/two-factor/enable', { password })

export const confirmSecondFactor = (code: string) => ask('/two-factor/verify-totp', { code })

export const endSecondFactor = (password: string) => ask('/two-factor/disable', { password })

export const newRecoveryCodes = (password: string) =>
  ask<{ backupCodes: string[] }>('/two-factor/generate-backup-codes', { password })

/** Makes a key that signs in in place of a password. */
export async function addPasskey(name: string): Promise<Said<unknown>> {
  const asked = await ask<Parameters<typeof startRegistration>[0]['optionsJSON']>(
    '/passkey/generate-register-options',
    null,
  )
  if (!asked.ok) return asked
  try {
    const response = await startRegistration({ optionsJSON: asked.value })
    return await ask('/passkey/verify-registration', { response, name })
  } catch (error) {
    const isKnown = (error as { code?: string }).code === 'ERROR_AUTHENTICATOR_PREVIOUSLY_REGISTERED'
    return { ok: false, message: isKnown ? (WORDS.PREVIOUSLY_REGISTERED ?? '') : 'No key was made. Try again.' }
  }
}
