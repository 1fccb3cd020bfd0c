import { INES } from './lichen'

/** Signs in and gives the cookie to send along. */
export async function signIn({ url }: { url: string }, account = INES): Promise<string> {
  const response = await fetch(`${url}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: url },
    body: JSON.stringify(account),
  })
  if (!response.ok) throw new Error(`Signing in was answered ${response.status}`)
  return response.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ')
}
