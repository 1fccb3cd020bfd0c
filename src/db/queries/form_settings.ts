import { sql } from 'kysely'
import type { FormState } from '@/core/form/state'
import type { Db, Runner } from '../database'

/** What a form has beside its draft and releases. */
export interface FormSettings {
  name: string
  slug: string
  folder: string
  campaign: string
  ownerId: string | null
  state: FormState
  /** What visitors read while it is closed; empty for our own words. */
  closedWords: string
  /** From when on it takes answers, until when, and how many; `null` where nobody said. */
  opensAt: Date | null
  closesAt: Date | null
  closesAfter: number | null
  /** What they read before it takes any; empty for our own words. */
  beforeWords: string
}

/** Sets what is given of a form's settings; `false`, and nothing set, where another form has or had the address. */
export const writeSettings = (
  db: Db,
  form: { id: string; workspaceId: string },
  { slug, state, ...rest }: Partial<FormSettings>,
): Promise<boolean> =>
  db.transaction().execute(async (tx) => {
    if (slug !== undefined && !(await takeAddress(tx, form, slug))) return false
    await tx
      .updateTable('form')
      .set({
        ...(slug !== undefined && { slug }),
        ...(rest.name !== undefined && { name: rest.name }),
        ...(rest.folder !== undefined && { folder: rest.folder }),
        ...(rest.campaign !== undefined && { campaign: rest.campaign }),
        ...(rest.ownerId !== undefined && { owner_id: rest.ownerId }),
        ...(rest.closedWords !== undefined && { closed_words: rest.closedWords }),
        ...(rest.beforeWords !== undefined && { before_words: rest.beforeWords }),
        ...(rest.opensAt !== undefined && { opens_at: rest.opensAt }),
        ...(rest.closesAt !== undefined && { closes_at: rest.closesAt }),
        ...(rest.closesAfter !== undefined && { closes_after: rest.closesAfter }),
        ...(state !== undefined && { state, state_since: sql<Date>`now()` }),
        updated_at: sql<Date>`now()`,
      })
      .where('id', '=', form.id)
      .execute()
    return true
  })

/** Makes an address lead to a form; `false` where it leads to another. */
async function takeAddress(db: Runner, form: { id: string; workspaceId: string }, slug: string): Promise<boolean> {
  await db
    .insertInto('form_address')
    .values({ slug, workspace_id: form.workspaceId, form_id: form.id })
    .onConflict((conflict) => conflict.doNothing())
    .execute()
  const taken = await db.selectFrom('form_address').select('form_id').where('slug', '=', slug).executeTakeFirst()
  return taken?.form_id === form.id
}

/** Addresses a form had before: they lead on to it. */
export async function listFormerAddresses(db: Runner, form: { id: string; slug: string }): Promise<string[]> {
  const rows = await db
    .selectFrom('form_address')
    .select('slug')
    .where('form_id', '=', form.id)
    .where('slug', '!=', form.slug)
    .orderBy('since', 'desc')
    .execute()
  return rows.map(({ slug }) => slug)
}

/** The id of the form that an address of a workspace leads to, also one that it had before; null where it leads to none. */
export const formAt = (workspaceId: string, address: string) =>
  sql<string | null>`(select form_id from form_address where workspace_id = ${workspaceId} and slug = ${address})`

/** The same, found before anything else is asked. */
export async function findFormAt(db: Runner, workspaceId: string, address: string): Promise<string | null> {
  const { rows } = await sql<{ id: string | null }>`select ${formAt(workspaceId, address)} as id`.execute(db)
  return rows[0]?.id ?? null
}
