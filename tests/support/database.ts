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

/** What keeps deliveries from going out: those that have not, with their jobs and who holds them, a line for each sort. */
export async function undelivered(url: string): Promise<string> {
  const rows = await query(
    url,
    `select count(*), d.state, d.body->>'to' as to, d.attempts, d.error, d.next_at > now() as later, d.lease_until > now() as held,
       j.locked_by, now() - j.locked_at as since, j.run_at > now() as job_later, j.attempts as job_attempts, j.locked_by = any(w.pools) as alive
     from delivery d left join graphile_worker.jobs j on j.key like 'turn:' || d.workspace_id || ':' || coalesce(d.connection, '') || '%'
     left join worker_process w on j.locked_by = any(w.pools)
     where d.state <> 'delivered' group by 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12 order by 1 desc limit 20`,
  )
  return rows.map((row) => JSON.stringify(row)).join('\n')
}
