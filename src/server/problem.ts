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

/** Whether an error means that the database is away rather than that we did something wrong. */
export function isDatabaseAway(error: unknown): boolean {
  const code = (error as { code?: unknown } | null)?.code
  const message = error instanceof Error ? error.message : ''
  return (
    (typeof code === 'string' && /^(ECONN|EPIPE|ETIMEDOUT|57P0|08|53300)/.test(code)) ||
    /Connection terminated|timeout exceeded when trying to connect|the database system is/.test(message)
  )
}

/** Runs a handler; a database that is away becomes 503, anything unforeseen 500, both logged. */
export async function guard(handle: () => Promise<Response>): Promise<Response> {
  try {
    return await handle()
  } catch (error) {
    console.error(error)
    return isDatabaseAway(error)
      ? problem(503, 'The database is away. Nothing was stored; try again.', {}, { 'retry-after': '2' })
      : problem(500, 'Something went wrong on our side.')
  }
}
