import { type Connection, connect, type Db } from '@/db/database'
import { type Config, readConfig } from './config'
import { Presence } from './presence'

export interface Context extends Connection {
  /** The same database over connections that only visitors use: whatever members read, these are free for answers. */
  visitors: Db
  config: Config
  presence: Presence
}

// One for the process, however many bundles of the web server load this module.
const holder = globalThis as { lichenContext?: Context }

/** The process's settings and database. */
export function context(): Context {
  holder.lichenContext ??= openContext()
  return holder.lichenContext
}

/** Longest that a statement may take, in seconds: behind the scenes longer than anybody would wait for. */
const PATIENCE = { web: 5, worker: 8, all: 8 }

function openContext(): Context {
  const config = readConfig()
  const options = { patience: PATIENCE[config.LICHEN_ROLE], onError: (error: unknown) => presence.tell(error) }
  const connection = connect(config.DATABASE_URL, options)
  const { db: visitors, dropSilent } = connect(config.DATABASE_URL, options)
  const dropAllSilent = () => {
    connection.dropSilent()
    dropSilent()
  }
  const presence = new Presence(connection.look, dropAllSilent)
  return { config, presence, ...connection, visitors, dropSilent: dropAllSilent }
}
