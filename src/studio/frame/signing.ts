/** Signs in; gives the reason when that fails. */
export async function signIn(account: { email: string; password: string }): Promise<string | null> {
  const response = await post('/api/auth/sign-in/email', account)
  if (response === null) return AWAY
  if (response.ok) return null
  if (response.status === 429) return 'Too many tries. Wait a minute, then sign in again.'
  if (response.status >= 500) return 'Lichen cannot do this now. Try again in a moment.'
  return 'The email or the password is wrong.'
}

export type Entered = { ok: true; email: string } | { ok: false; field: string; message: string }

/** Does what an address that works once is for, or asks for one; tells what came of it. */
export async function enter(what: object): Promise<Entered> {
  const response = await post('/api/enter', what)
  if (response === null) return { ok: false, field: '', message: AWAY }
  if (response.status === 204) return { ok: true, email: '' }
  if (response.status === 429)
    return { ok: false, field: '', message: 'Too many tries. Wait a minute, then try again.' }
  const told = (await response.json().catch(() => ({}))) as { email?: string; title?: string; field?: string }
  if (response.ok) return { ok: true, email: told.email ?? '' }
  return {
    ok: false,
    field: told.field ?? '',
    message: told.title ?? 'Lichen cannot do this now. Try again in a moment.',
  }
}

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
