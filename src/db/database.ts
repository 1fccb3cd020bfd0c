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
  /** Looks whether the database answers, over a connection of its own; fails within four seconds when it does not. */
  look(): Promise<void>
  /** Throws away the connections that may have fallen silent. */
  dropSilent(): void
}

export interface ConnectOptions {
  /** Most connections at once. */
  size?: number
  /** How long one statement may take, in seconds. */
  patience?: number
  /** Told of every error, of a connection or a statement. */
  onError?: (error: unknown) => void
}

/** A connection that has not answered by then is taken to be dead: how long after the statement's own limit. */
const GRACE = 2000

/**
 * Opens a pool. Losing the server never ends the process, and nothing waits for ever: a connection is had
 * within three seconds or not at all, a statement ends within its limit, a transaction left open is closed,
 * and a connection that has fallen silent is thrown away. Sessions speak UTC, whatever the server prefers.
 */
export function connect(
  url: string,
  { size = 10, patience = 8, onError = () => undefined }: ConnectOptions = {},
): Connection {
  const limit = patience * 1000
  const watch = new Watch(limit + GRACE)
  const pool = new pg.Pool({
    connectionString: url,
    Client: watch.clientClass(),
    max: size,
    connectionTimeoutMillis: 3000,
    idleTimeoutMillis: 30_000,
    keepAlive: true,
    keepAliveInitialDelayMillis: 10_000,
    statement_timeout: limit,
    lock_timeout: limit,
    idle_in_transaction_session_timeout: limit + GRACE,
    // What a statement takes, compiling it first takes longer.
    options: '-c timezone=UTC -c jit=off',
  })
  // A connection broke: the pool drops it, whoever was using it gets the error, and the next query opens another.
  const drop = () => undefined
  pool.on('error', drop)
  pool.on('connect', (client) => client.on('error', drop))
  const connectOrTell = async () => {
    try {
      return await pool.connect()
    } catch (error) {
      onError(error)
      throw error
    }
  }
  const db = new Kysely<Database>({
    dialect: new PostgresDialect({ pool: { connect: connectOrTell, end: () => pool.end() } }),
    log: (event) => {
      if (event.level === 'error') onError(event.error)
    },
  })
  return { pool, db, look: () => look(url), dropSilent: () => watch.dropSilent() }
}

async function look(connectionString: string): Promise<void> {
  const client = new pg.Client({ connectionString, connectionTimeoutMillis: 2000, query_timeout: 2000 })
  client.on('error', () => undefined)
  try {
    await client.connect()
    await client.query('select 1')
  } finally {
    await Promise.race([client.end(), new Promise((done) => setTimeout(done, 500))])
  }
}

/** The database took a statement and said nothing more, not even that it takes too long. */
class Silence extends Error {
  readonly code = 'ETIMEDOUT'
  override message = 'The database has fallen silent'
}

/** A statement unanswered for this long makes its connection a suspect, in milliseconds. */
const SUSPECT = 2000

/**
 * The connections of a pool, watched: one whose answer is overdue is broken off. The server's own limits do
 * not help there, since they are told over the very connection that no longer carries anything.
 */
class Watch {
  private readonly clients = new Set<WatchedClient>()

  constructor(private readonly overdue: number) {}

  /** The class of clients for a pool to make. */
  clientClass(): typeof pg.Client {
    const { clients, overdue } = this
    const breakOffAll = () => this.dropSilent()
    return class extends WatchedClient {
      constructor(config?: string | pg.ClientConfig) {
        super(config, overdue, breakOffAll)
        clients.add(this)
        this.on('end', () => clients.delete(this))
      }
    }
  }

  /**
   * Breaks off every connection that has left a statement unanswered, and every idle one: where one has
   * fallen silent, the others have most likely fallen with it, and new ones cost little.
   */
  dropSilent(): void {
    for (const client of this.clients) if (client.unanswered === 0 || client.unanswered > SUSPECT) client.breakOff()
  }
}

class WatchedClient extends pg.Client {
  private timer: NodeJS.Timeout | undefined
  private askedAt: number | null = null

  constructor(config: string | pg.ClientConfig | undefined, overdue: number, onOverdue: () => void) {
    super(config)
    const rest = () => {
      clearTimeout(this.timer)
      this.askedAt = null
    }
    this.on('drain', rest)
    this.on('end', rest)
    const query = this.query as (...args: unknown[]) => unknown
    this.query = ((...args: unknown[]) => {
      clearTimeout(this.timer)
      this.timer = setTimeout(onOverdue, overdue)
      this.askedAt = performance.now()
      return query.apply(this, args)
    }) as typeof this.query
  }

  /** For how many milliseconds a statement has waited for its answer; 0 when none does. */
  get unanswered(): number {
    return this.askedAt === null ? 0 : performance.now() - this.askedAt
  }

  breakOff(): void {
    const { connection } = this as unknown as { connection: { stream: { destroy(error: Error): void } } }
    connection.stream.destroy(new Silence())
  }
}

/** A JSON parameter, for columns that Kysely would otherwise send as an array or an object. */
export const asJson = (value: unknown): string => JSON.stringify(value)
