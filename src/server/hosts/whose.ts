import type { Db } from '@/db/database'
import { listProvenHosts } from '@/db/queries/hosts'
import { context } from '../context'
import { log } from '../log'

/** How long a process may go on with the names as they were, in milliseconds. */
const LIFE = 1000

interface Known {
  names: ReadonlyMap<string, string>
  readAt: number
  reading: Promise<void> | null
}

// Shared by however many bundles of the web server load this module.
const holder = globalThis as { lichenHosts?: Known }
const known = (): Known => (holder.lichenHosts ??= { names: new Map(), readAt: -Infinity, reading: null })

/**
 * The workspace whose own host name is asked (`Host`, RFC 9110, 7.2); `null` where that is nobody’s own, as the
 * installation’s. All names are read at once, and again after a moment, so that strangers who make up names cost nothing;
 * without the database they stay as they were.
 */
export async function whoseHost(host: string | undefined): Promise<string | null> {
  const { config, presence, visitors } = context()
  const name = host?.toLowerCase().replace(/\.?(?::\d+)?$/, '')
  if (name === undefined || name === new URL(config.LICHEN_URL).hostname) return null
  const hosts = known()
  if (!presence.isAway && performance.now() - hosts.readAt > LIFE)
    await (hosts.reading ??= readNames(visitors, hosts).finally(() => (hosts.reading = null)))
  return hosts.names.get(name) ?? null
}

/** Called after names changed, so that this process knows at once. */
export const forgetHosts = (): void => void (known().readAt = -Infinity)

async function readNames(db: Db, hosts: Known): Promise<void> {
  try {
    hosts.names = new Map((await listProvenHosts(db)).map(({ name, workspaceId }) => [name, workspaceId]))
  } catch (error) {
    log.warn({ error }, 'The host names of workspaces cannot be read')
  } finally {
    hosts.readAt = performance.now()
  }
}
