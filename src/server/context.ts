import { type Connection, connect } from '@/db/database'
import { type Config, readConfig } from './config'
import { Presence } from './presence'

export interface Context extends Connection {
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
  const connection = connect(config.DATABASE_URL, {
    patience: PATIENCE[config.LICHEN_ROLE],
    onError: (error) => presence.tell(error),
  })
  const presence = new Presence(connection.look, connection.dropSilent)
  return { config, presence, ...connection }
}
