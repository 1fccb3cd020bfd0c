import { type Connection, connect } from '@/db/database'
import { type Config, readConfig } from './config'

export interface Context extends Connection {
  config: Config
}

// One for the process, however many bundles of the web server load this module.
const holder = globalThis as { lichenContext?: Context }

/** The process's settings and database. */
export function context(): Context {
  holder.lichenContext ??= openContext()
  return holder.lichenContext
}

function openContext(): Context {
  const config = readConfig()
  return { config, ...connect(config.DATABASE_URL) }
}
