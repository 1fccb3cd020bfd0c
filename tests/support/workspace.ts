import { hashPassword } from 'better-auth/crypto'
import { createHash, randomBytes, randomUUID } from 'node:crypto'
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
  const token = `lichen_${randomBytes(24).toString('base64url')}`
  const hash = createHash('sha256').update(token).digest()
  await run(`insert into api_token (workspace_id, name, hash) values ($1, 'Elm', $2)`, [id, hash])
  await run(
    `insert into record_field (workspace_id, record, name, label, type, options)
     select $1, record, name, label, type, options from jsonb_to_recordset($2::jsonb)
       as field(record text, name text, label text, type text, options jsonb)`,
    [id, JSON.stringify(BUILT_IN_FIELDS)],
  )
  if (!member) return { id, token, cookie: '' }
  const account = { email: `${randomUUID()}@elm.example`, password: 'elm-and-ash-tree' }
  const user = randomUUID()
  await run(`insert into "user" (id, name, email) values ($1, 'Elm', $2)`, [user, account.email])
  await run(
    `insert into account (id, "accountId", "providerId", "userId", password) values ($1, $2, 'credential', $2, $3)`,
    [randomUUID(), user, await hashPassword(account.password)],
  )
  await run('insert into member (workspace_id, user_id) values ($1, $2)', [id, user])
  return { id, token, cookie: await signIn(facts, account) }
}
