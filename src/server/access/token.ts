import { createHash, randomBytes } from 'node:crypto'
import { sql } from 'kysely'
import { LRUCache } from 'lru-cache'
import { readRights, type Right, RIGHT_NAMES } from '@/core/rights/right'
import type { Db } from '@/db/database'

/** Stored tokens are hashes; the token itself is shown once. */
const hashToken = (token: string): Buffer => createHash('sha256').update(token).digest()

export async function createToken(
  db: Db,
  workspaceId: string,
  name: string,
  rights: readonly Right[] = RIGHT_NAMES,
): Promise<string> {
  const token = `lichen_${randomBytes(24).toString('base64url')}`
  await db
    .insertInto('api_token')
    .values({ workspace_id: workspaceId, name, hash: hashToken(token), rights: [...rights] })
    .execute()
  return token
}

/** How long a process goes on believing a token it has looked up, in milliseconds. */
const BELIEVED = 2000

/** How exactly it is told when a token was last used: reading must not write each time. */
const NOTED_EVERY = sql`interval '10 minutes'`

/** What a program shows, and whose it is. */
interface Token {
  id: string
  name: string
  workspaceId: string
  rights: ReadonlySet<Right>
}

const holder = globalThis as { lichenTokens?: LRUCache<string, Token> }
const believed = () => (holder.lichenTokens ??= new LRUCache({ max: 1000, ttl: BELIEVED }))

/** The bearer token that is shown; `null` for no token, a wrong one, or one that was withdrawn. */
export async function knownToken(db: Db, authorization: string | null): Promise<Token | null> {
  const token = /^Bearer ([\w-]{20,200})$/i.exec(authorization ?? '')?.[1]
  if (!token) return null
  const hash = hashToken(token)
  const known = believed().get(hash.toString('base64'))
  if (known) return known
  const row = await db
    .selectFrom('api_token')
    .select(['id', 'name', 'workspace_id as workspaceId', 'rights'])
    .select(sql<boolean>`coalesce(last_used_at < now() - ${NOTED_EVERY}, true)`.as('stale'))
    .where('hash', '=', hash)
    .where('withdrawn_at', 'is', null)
    .executeTakeFirst()
  if (row?.stale)
    await db
      .updateTable('api_token')
      .set({ last_used_at: sql<Date>`now()` })
      .where('id', '=', row.id)
      .execute()
  if (!row) return null
  const { id, name, workspaceId, rights } = row
  const found: Token = { id, name, workspaceId, rights: readRights(rights) }
  believed().set(hash.toString('base64'), found)
  return found
}

/** Withdraws a token; whoever shows it from now on is a stranger, in other processes two seconds later. */
export async function withdrawToken(db: Db, workspaceId: string, id: string): Promise<boolean> {
  const done = await db
    .updateTable('api_token')
    .set({ withdrawn_at: sql<Date>`now()` })
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .where('withdrawn_at', 'is', null)
    .executeTakeFirst()
  believed().clear()
  return done.numUpdatedRows > 0n
}

export async function listTokens(db: Db, workspaceId: string) {
  return db
    .selectFrom('api_token')
    .select(['id', 'name', 'rights', 'last_used_at as lastUsedAt', 'withdrawn_at as withdrawnAt'])
    .where('workspace_id', '=', workspaceId)
    .orderBy('created_at')
    .execute()
}
