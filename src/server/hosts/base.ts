import type { Db } from '@/db/database'
import { readChosenHost } from '@/db/queries/hosts'

/** Below which address the forms of a workspace are opened that has this host name of its own, or none; `ours` is the installation’s. */
export function baseOf(ours: string, host: string | null): string {
  if (host === null) return ours
  const { protocol, port } = new URL(ours)
  return `${protocol}//${host}${port && `:${port}`}`
}

/** The address of a form with this slug, as links to it are made. */
export const addressOf = (ours: string, host: string | null, slug: string): string => `${baseOf(ours, host)}/f/${slug}`

/** Below which address the forms of a workspace are opened, where no more than that is known of it. */
export const readBaseOf = async (db: Db, ours: string, workspaceId: string): Promise<string> =>
  baseOf(ours, await readChosenHost(db, workspaceId))

/** The address of a form in it. */
export const readAddressOf = async (db: Db, ours: string, workspaceId: string, slug: string): Promise<string> =>
  `${await readBaseOf(db, ours, workspaceId)}/f/${slug}`

/** Hosts of our own pages, as a workspace with these host names has them: who comes from there came from nowhere else. */
export const ownHostsOf = (ours: string, hosts: readonly string[]): string[] =>
  [ours, ...hosts.map((host) => baseOf(ours, host))].map((url) => new URL(url).host)
