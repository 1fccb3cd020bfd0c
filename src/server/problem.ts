import { isTemporary } from './failures'
import { log } from './log'

/** Problem documents as in RFC 9457: every error a program gets has this form. */
export function problem(
  status: number,
  title: string,
  more: Record<string, unknown> = {},
  headers: Record<string, string> = {},
): Response {
  return new Response(JSON.stringify({ type: 'about:blank', title, status, ...more }), {
    status,
    headers: { 'content-type': 'application/problem+json', ...headers },
  })
}

/** Runs a handler; a database that is away or cannot take it just now becomes 503, anything unforeseen 500, both logged. */
export async function guard(handle: () => Promise<Response>): Promise<Response> {
  try {
    return await handle()
  } catch (error) {
    const away = isTemporary(error)
    log.error({ error, away }, 'A request failed')
    return away ? databaseAway() : problem(500, 'Something went wrong on our side.')
  }
}

/** Nothing was stored, and it is worth trying again soon. */
export const databaseAway = (): Response =>
  problem(503, 'The database cannot take this just now. Nothing was stored; try again.', {}, { 'retry-after': '2' })
