import { createHash, randomBytes } from 'node:crypto'
import type { Db } from '@/db/database'

/** Stored tokens are hashes; the token itself is shown once. */
const hashToken = (token: string): Buffer => createHash('sha256').update(token).digest()

export async function createToken(db: Db, workspaceId: string, name: string): Promise<string> {
  const token = `lichen_${randomBytes(24).toString('base64url')}`
  await db
    .insertInto('api_token')
    .values({ workspace_id: workspaceId, name, hash: hashToken(token) })
    .execute()
  return token
}

/** The workspace a bearer token belongs to; `null` for no token or a wrong one. */
export async function findTokenWorkspace(db: Db, authorization: string | null): Promise<string | null> {
  const token = /^Bearer ([\w-]{20,200})$/i.exec(authorization ?? '')?.[1]
  if (!token) return null
  const row = await db
    .updateTable('api_token')
    .set({ last_used_at: new Date() })
    .where('hash', '=', hashToken(token))
    .returning('workspace_id')
    .executeTakeFirst()
  return row?.workspace_id ?? null
}

export async function listTokens(db: Db, workspaceId: string) {
  return db
    .selectFrom('api_token')
    .select(['id', 'name', 'last_used_at as lastUsedAt'])
    .where('workspace_id', '=', workspaceId)
    .orderBy('created_at')
    .execute()
}
