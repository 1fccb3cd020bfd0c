import { hashPassword } from 'better-auth/crypto'
import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { RIGHT_NAMES, type Right } from '@/core/rights/right'
import type { Role } from '@/core/rights/role'
import { BUILT_IN_FIELDS } from '@/core/fields/field'
import type { Facts } from './facts'
import { query } from './database'
import { signIn } from './session'

/** Another workspace beside the demo company's, with a token and, where wanted, a member who is signed in. */
export interface OtherWorkspace {
  id: string
  token: string
  cookie: string
}

export async function makeWorkspace(facts: Pick<Facts, 'url' | 'database'>, member = true): Promise<OtherWorkspace> {
  const run = (text: string, values: unknown[]) => query<{ id: string }>(facts.database, text, values)
  const [made] = await run(`insert into workspace (name, mail_domain) values ('Elm', 'elm.example') returning id`, [])
  const id = made?.id ?? ''
  const token = await makeToken(facts, id)
  await run(
    `insert into record_field (workspace_id, record, name, label, type, options)
     select $1, record, name, label, type, options from jsonb_to_recordset($2::jsonb)
       as field(record text, name text, label text, type text, options jsonb)`,
    [id, JSON.stringify(BUILT_IN_FIELDS)],
  )
  if (!member) return { id, token, cookie: '' }
  const { cookie } = await makeMember(facts, id, 'owner')
  return { id, token, cookie }
}

/** A token of a workspace that may do these. */
export async function makeToken(
  { database }: Pick<Facts, 'database'>,
  workspaceId: string,
  rights: readonly Right[] = RIGHT_NAMES,
): Promise<string> {
  const token = `lichen_${randomBytes(24).toString('base64url')}`
  await query(database, `insert into api_token (workspace_id, name, hash, rights) values ($1, 'Elm', $2, $3)`, [
    workspaceId,
    createHash('sha256').update(token).digest(),
    rights,
  ])
  return token
}

/** Somebody who belongs to a workspace as something, and is signed in. */
export interface Belonging {
  id: string
  email: string
  password: string
  cookie: string
}

export async function makeMember(
  facts: Pick<Facts, 'url' | 'database'>,
  workspaceId: string,
  role: Role,
  name = 'Elm',
): Promise<Belonging> {
  const account = { email: `${randomUUID()}@elm.example`, password: 'elm-and-ash-tree' }
  const id = randomUUID()
  const run = (text: string, values: unknown[]) => query(facts.database, text, values)
  await run(`insert into "user" (id, name, email) values ($1, $2, $3)`, [id, name, account.email])
  await run(
    `insert into account (id, "accountId", "providerId", "userId", password) values ($1, $2, 'credential', $2, $3)`,
    [randomUUID(), id, await hashPassword(account.password)],
  )
  await run('insert into member (workspace_id, user_id, role) values ($1, $2, $3)', [workspaceId, id, role])
  return { id, ...account, cookie: await signIn(facts, account) }
}
