import { sql } from 'kysely'
import type { Came } from '@/core/inlets/came'
import type { InletSettings } from '@/core/inlets/inlet'
import { asJson, type Runner } from '../database'
import type { PostState, ToldWithPost, WrongAnswer } from '../schema_of_inlets'

/** An inlet as whoever sends to it meets it. */
export interface StoredInlet {
  id: string
  workspaceId: string
  formId: string
  /** The address of its form. */
  slug: string
  name: string
  title: string
  settings: InletSettings
  secret: Buffer | null
}

const inlets = (db: Runner) =>
  db
    .selectFrom('inlet')
    .innerJoin('form', 'form.id', 'inlet.form_id')
    .select([
      'inlet.id',
      'inlet.workspace_id as workspaceId',
      'inlet.form_id as formId',
      'form.slug',
      'inlet.name',
      'inlet.title',
      'inlet.settings',
      'inlet.secret',
    ])

/** An inlet by its address: that of its form, or one that this had before, and its own name. */
export const findAskedInlet = (db: Runner, address: string, name: string): Promise<StoredInlet | undefined> =>
  inlets(db)
    .innerJoin('form_address', 'form_address.form_id', 'inlet.form_id')
    .where('form_address.slug', '=', address)
    .where('inlet.name', '=', name)
    .where('form.state', '!=', 'deleted')
    .executeTakeFirst()

export const findInlet = (db: Runner, formId: string, name: string): Promise<StoredInlet | undefined> =>
  inlets(db).where('inlet.form_id', '=', formId).where('inlet.name', '=', name).executeTakeFirst()

/** An inlet in short: how many of its posts stand how. */
export interface ListedInlet extends Record<PostState, number> {
  name: string
  title: string
  /** When one came last. */
  lastAt: Date | null
}

/** The inlets of a form, with how many of its posts stand how, and when one came last. */
export async function listInlets(db: Runner, formId: string): Promise<ListedInlet[]> {
  const { rows } = await sql<ListedInlet>`
    select inlet.name, inlet.title, ${countOf('waiting')} as waiting, ${countOf('taken')} as taken,
      ${countOf('held')} as held, max(post.received_at) as "lastAt"
    from inlet left join inlet_post post on post.inlet_id = inlet.id
    where inlet.form_id = ${formId} group by inlet.id order by inlet.title, inlet.name
  `.execute(db)
  return rows
}

const countOf = (state: PostState) => sql<number>`(count(*) filter (where post.state = ${state}))::int`

/** How many posts of an inlet stand how. */
export async function countPosts(db: Runner, id: string): Promise<Record<PostState, number>> {
  return db
    .selectFrom('inlet_post as post')
    .select([countOf('waiting').as('waiting'), countOf('taken').as('taken'), countOf('held').as('held')])
    .where('inlet_id', '=', id)
    .executeTakeFirstOrThrow()
}

/** Makes an inlet; `null` where the form has one of its name, or as many as it may have. */
export async function addInlet(
  db: Runner,
  inlet: { workspaceId: string; formId: string; name: string; title: string; settings: InletSettings },
  most: number,
): Promise<'made' | 'taken' | 'too many'> {
  const { rows } = await sql`
    insert into inlet (workspace_id, form_id, name, title, settings)
    select ${inlet.workspaceId}, ${inlet.formId}, ${inlet.name}, ${inlet.title}, ${asJson(inlet.settings)}::jsonb
    where (select count(*) from inlet where form_id = ${inlet.formId}) < ${most}
    on conflict (form_id, name) do nothing returning id
  `.execute(db)
  if (rows.length > 0) return 'made'
  return (await findInlet(db, inlet.formId, inlet.name)) ? 'taken' : 'too many'
}

/** Sets an inlet; a secret of `undefined` stays as it is. */
export async function writeInlet(
  db: Runner,
  id: string,
  change: { title: string; settings: InletSettings; secret?: Buffer | null },
): Promise<void> {
  const { secret } = change
  await db
    .updateTable('inlet')
    .set({ title: change.title, settings: asJson(change.settings), ...(secret !== undefined && { secret }) })
    .where('id', '=', id)
    .execute()
}

/** Drops an inlet with whatever came to it, unless more than so many posts were not taken. */
export async function dropInlet(db: Runner, id: string, most: number): Promise<boolean> {
  const { rows } = await sql`
    delete from inlet where id = ${id} and ${most} >= (
      select count(*) from inlet_post where inlet_id = ${id} and state <> 'taken'
    ) returning id
  `.execute(db)
  return rows.length > 0
}

export interface NewPost {
  id: string
  inletId: string
  workspaceId: string
  /** What tells that the same was sent twice, the likelier first; it is kept under the first. */
  keys: readonly [string, ...string[]]
  digest: string
  came: Came
  told: ToldWithPost
  visitId: string
  test: boolean
  /** When it came; `null`: now, by the database’s clock. */
  at: Date | null
  /** Files that came with it, which are whole. */
  files: readonly string[]
}

/** Keeps a post, and the files that came with it; or finds the one that it is the same as. */
export async function keepPost(db: Runner, post: NewPost): Promise<{ kept: boolean; post: StoredPost }> {
  const { rows } = await sql<{ id: string }>`
    with kept as (
      insert into inlet_post (id, inlet_id, workspace_id, key, digest, came, told, visit_id, is_test, received_at)
      select ${post.id}::uuid, ${post.inletId}::uuid, ${post.workspaceId}::uuid, ${post.keys[0]}, ${post.digest},
        ${asJson(post.came)}::jsonb, ${asJson(post.told)}::jsonb, ${post.visitId}::uuid, ${post.test},
        coalesce(${post.at}::timestamptz, clock_timestamp())
      where not exists (select from inlet_post where inlet_id = ${post.inletId} and key = any(${post.keys.slice(1)}::text[]))
      on conflict (inlet_id, key) do nothing returning id
    ), filed as (
      update file set inlet_post_id = kept.id from kept where file.id = any(${post.files}::uuid[])
    )
    select id from kept
  `.execute(db)
  const kept = rows.length > 0
  const found = await posts(db)
    .where('inlet_id', '=', post.inletId)
    .where('key', 'in', post.keys)
    .orderBy('seq', 'desc')
    .executeTakeFirstOrThrow()
  return { kept, post: found }
}

export interface StoredPost {
  id: string
  key: string
  digest: string
  state: PostState
  came: Came
  told: ToldWithPost
  visitId: string
  test: boolean
  wrong: WrongAnswer[]
  submission: string | null
  receivedAt: Date
}

const posts = (db: Runner) =>
  db
    .selectFrom('inlet_post')
    .select([
      'id',
      'key',
      'digest',
      'state',
      'came',
      'told',
      'visit_id as visitId',
      'is_test as test',
      'wrong',
      'submission_id as submission',
      'received_at as receivedAt',
    ])

/** How a post stands. */
export async function findPostState(db: Runner, id: string): Promise<PostState | null> {
  const post = await db.selectFrom('inlet_post').select('state').where('id', '=', id).executeTakeFirst()
  return post?.state ?? null
}

/** Posts of an inlet that wait, in the order they came. */
export const readWaiting = (db: Runner, inletId: string, most: number): Promise<StoredPost[]> =>
  posts(db).where('inlet_id', '=', inletId).where('state', '=', 'waiting').orderBy('seq').limit(most).execute()

/** Posts of an inlet as they came, the latest first. */
export const readPosts = (db: Runner, inletId: string, most: number, state?: PostState): Promise<StoredPost[]> =>
  posts(db)
    .where('inlet_id', '=', inletId)
    .$if(state !== undefined, (query) => query.where('state', '=', state as PostState))
    .orderBy('seq', 'desc')
    .limit(most)
    .execute()

/** Notes that a post was taken as a submission, and keeps of it only what nobody had said anything of. */
export async function markTaken(db: Runner, id: string, submission: string, unknown: Came): Promise<void> {
  await db
    .updateTable('inlet_post')
    .set({ state: 'taken', submission_id: submission, came: asJson(unknown), wrong: '[]' })
    .where('id', '=', id)
    .where('state', '!=', 'taken')
    .execute()
}

/** Notes what is wrong with a post, which stays as it came. */
export async function markHeld(db: Runner, id: string, wrong: readonly WrongAnswer[]): Promise<void> {
  await db
    .updateTable('inlet_post')
    .set({ state: 'held', wrong: asJson(wrong) })
    .where('id', '=', id)
    .where('state', '!=', 'taken')
    .execute()
}

/**
 * Has what could not be taken of a form wait again, since a release may have made it fit; and all that waits be taken soon,
 * once every process serves that.
 */
export async function waitAgain(db: Runner, formId: string): Promise<void> {
  await sql`
    with again as (
      update inlet_post set state = 'waiting', wrong = '[]' from inlet
      where inlet.id = inlet_post.inlet_id and inlet.form_id = ${formId} and inlet_post.state = 'held'
    )
    select graphile_worker.add_job('take_posts', job_key := 'again:take_posts',
      run_at := now() + interval '1.5 seconds')
    where exists (select from inlet where form_id = ${formId})
  `.execute(db)
}

/** Has what was held wait to be told as taken, whose sender has since sent it from our own page. */
export async function settleSent(db: Runner): Promise<void> {
  await sql`
    update inlet_post set state = 'waiting', wrong = '[]' from inlet, submission
    where inlet_post.state = 'held' and inlet.id = inlet_post.inlet_id
      and submission.form_id = inlet.form_id and submission.visit_id = inlet_post.visit_id
  `.execute(db)
}

/** Inlets whose posts wait, of forms that are live. */
export const listWaiting = (db: Runner): Promise<StoredInlet[]> =>
  inlets(db)
    .where('form.live_release_id', 'is not', null)
    .where('form.state', '!=', 'deleted')
    .where(({ exists, selectFrom }) =>
      exists(
        selectFrom('inlet_post')
          .select('inlet_post.id')
          .whereRef('inlet_post.inlet_id', '=', 'inlet.id')
          .where('inlet_post.state', '=', 'waiting'),
      ),
    )
    .execute()

/** Says which question a file of a post answers. */
export async function answerWithFile(db: Runner, id: string, question: string): Promise<void> {
  await db.updateTable('file').set({ question }).where('id', '=', id).where('submission_id', 'is', null).execute()
}

/** Media types of files, by their ids. */
export const readTypes = (db: Runner, ids: readonly string[]) =>
  db
    .selectFrom('file')
    .select(['id', 'type'])
    .where('id', '=', sql<string>`any(${ids}::uuid[])`)
    .where('gone', '=', false)
    .execute()
