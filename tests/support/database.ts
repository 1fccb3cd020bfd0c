import pg from 'pg'

/** Asks a database something in plain SQL, with none of our code in between. */
export async function query<T extends object = Record<string, unknown>>(
  url: string,
  text: string,
  values: unknown[] = [],
): Promise<T[]> {
  const client = new pg.Client(url)
  await client.connect()
  try {
    return (await client.query<T>(text, values)).rows
  } finally {
    await client.end()
  }
}

/** The one figure a query gives. */
export async function figure(url: string, text: string, values: unknown[] = []): Promise<number> {
  const [row] = await query(url, text, values)
  return Number(Object.values(row ?? {})[0])
}
