import { type ControlledTransaction, Kysely, PostgresDialect, type Transaction } from 'kysely'
import pg from 'pg'
import type { Database } from './schema'

export type Db = Kysely<Database>
/** A transaction or the database itself: what a query needs to run. */
export type Runner = Db | Transaction<Database> | ControlledTransaction<Database>

// Dates without a time stay text: turning them into moments would move them by the time zone.
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text)

export interface Connection {
  db: Db
  pool: pg.Pool
}

/** Opens a pool of at most `size` connections. Losing the server never ends the process. */
export function connect(url: string, size = 10): Connection {
  const pool = new pg.Pool({
    connectionString: url,
    max: size,
    connectionTimeoutMillis: 3000,
    idleTimeoutMillis: 30_000,
  })
  // A connection broke: the pool drops it, whoever was using it gets the error, and the next query opens another.
  const drop = () => undefined
  pool.on('error', drop)
  pool.on('connect', (client) => client.on('error', drop))
  return { pool, db: new Kysely<Database>({ dialect: new PostgresDialect({ pool }) }) }
}

/** A JSON parameter, for columns that Kysely would otherwise send as an array or an object. */
export const asJson = (value: unknown): string => JSON.stringify(value)
