import { query } from './database'

/** What mails made of people, written as if it had happened a while ago. */

/** Somebody was asked two minutes ago to confirm the letter. */
export const askBefore = (database: string, workspace: string, contact: string): Promise<unknown> =>
  query(
    database,
    `insert into list_pending (workspace_id, contact_id, ask_id, list, wording, address, cause_id, asked_at)
     values ($1, $2, gen_random_uuid(), 'firing_notes', 'Send me Firing notes.', 'oda@x.example', gen_random_uuid(),
       now() - interval '2 minutes')`,
    [workspace, contact],
  )

/** A mail server said that there is no such address. */
export const refuseBefore = (database: string, workspace: string, address: string): Promise<unknown> =>
  query(database, `insert into refused_address values ($1, $2, '550 No such user', gen_random_uuid(), now())`, [
    workspace,
    address,
  ])
