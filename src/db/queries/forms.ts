import { sql } from 'kysely'
import type { Theme } from '@/core/look/theme'
import type { Form } from '@/core/form/definition'
import { asJson, type Runner } from '../database'
import { ownHosts } from './hosts'
import { formAt } from './form_settings'
import { fullSince } from './places'
import { chooseSorting, type Cursor, holdsWords, numberKey, momentKey, readPage, type SortKeys, textKey } from './list'

/** The theme that a release names, where it is one of its workspace's own. */
const ownTheme = sql<Theme | null>`(
  select look from theme
  where theme.workspace_id = release.workspace_id and theme.name = release.definition -> 'look' ->> 'theme'
)`.as('ownTheme')

/** Where an address leads, be it the form’s own or one it had before: the form and the release that visitors get. */
export async function findLiveRelease(db: Runner, address: string) {
  return db
    .selectFrom('form_address')
    .innerJoin('form', 'form.id', 'form_address.form_id')
    .innerJoin('release', 'release.id', 'form.live_release_id')
    .innerJoin('workspace', 'workspace.id', 'form.workspace_id')
    .select([
      ownTheme,
      'form.id as formId',
      'form.slug',
      'form.state',
      'form.state_since as stateSince',
      'form.closed_words as closedWords',
      'form.before_words as beforeWords',
      'form.opens_at as opensAt',
      'form.closes_at as closesAt',
      'form.closes_after as closesAfter',
      'form.workspace_id as workspaceId',
      'workspace.time_zone as timeZone',
      'workspace.host',
      ownHosts.as('hosts'),
      'release.id as releaseId',
      'release.number',
      'release.definition',
    ])
    .select(
      sql<string[]>`array(select name from list where workspace_id = form.workspace_id and confirm is not null)`.as(
        'confirmed',
      ),
    )
    .select(fullSince.as('fullSince'))
    .where('form_address.slug', '=', address)
    .where('form.state', '!=', 'deleted')
    .executeTakeFirst()
}

/** How long answers to a release are taken after it was replaced. */
const TAKEN_FOR = sql`interval '7 days'`

/** A release that was replaced not long ago; none for one that was replaced before, or never was. */
export async function findReplacedRelease(db: Runner, formId: string, number: number) {
  return db
    .selectFrom('release')
    .select(['id as releaseId', 'definition', ownTheme])
    .where('form_id', '=', formId)
    .where('number', '=', number)
    .where('replaced_at', '>', sql<Date>`now() - ${TAKEN_FOR}`)
    .executeTakeFirst()
}

export async function readRelease(db: Runner, releaseId: string) {
  return db
    .selectFrom('release')
    .innerJoin('form', 'form.id', 'release.form_id')
    .select(['release.definition', 'release.number', 'form.owner_id as ownerId', 'form.slug', 'form.name'])
    .where('release.id', '=', releaseId)
    .executeTakeFirstOrThrow()
}

/** The form that an address of a workspace leads to, unless it was deleted. */
export async function findForm(db: Runner, workspaceId: string, address: string) {
  const form = await findAnyForm(db, workspaceId, address)
  return form?.state === 'deleted' ? undefined : form
}

/** The same where it may have been deleted. */
export async function findAnyForm(db: Runner, workspaceId: string, address: string) {
  return db
    .selectFrom('form_address')
    .innerJoin('form', 'form.id', 'form_address.form_id')
    .leftJoin('release', 'release.id', 'form.live_release_id')
    .innerJoin('workspace', 'workspace.id', 'form.workspace_id')
    .leftJoin('user as saver', 'saver.id', 'form.draft_saved_by')
    .select([
      'form.id',
      'form.workspace_id as workspaceId',
      'workspace.time_zone as timeZone',
      'form.slug',
      'form.name',
      'form.folder',
      'form.campaign',
      'form.owner_id as ownerId',
      'form.state',
      'form.state_since as stateSince',
      'form.closed_words as closedWords',
      'form.before_words as beforeWords',
      'form.opens_at as opensAt',
      'form.closes_at as closesAt',
      'form.closes_after as closesAfter',
      'form.draft',
      'form.draft_revision as draftRevision',
      'form.updated_at as updatedAt',
      'saver.name as savedBy',
      'form.draft_saved_by as savedById',
      'release.id as liveReleaseId',
      'release.number as liveNumber',
      'release.definition as liveDefinition',
    ])
    .select(fullSince.as('fullSince'))
    .where('form_address.workspace_id', '=', workspaceId)
    .where('form_address.slug', '=', address)
    .executeTakeFirst()
}

export type StoredForm = NonNullable<Awaited<ReturnType<typeof findForm>>>

export interface NewForm {
  workspaceId: string
  slug: string
  name: string
  folder: string
  campaign: string
  ownerId: string | null
  draft: Form
}

/** Makes a form, or says that the address is taken: another has it, or had it. */
export async function insertForm(db: Runner, form: NewForm): Promise<string | null> {
  const { rows } = await sql<{ id: string }>`
    with taken as (
      insert into form_address (slug, workspace_id, form_id)
      values (${form.slug}, ${form.workspaceId}, gen_random_uuid())
      on conflict do nothing returning slug, form_id
    )
    insert into form (id, workspace_id, slug, name, folder, campaign, owner_id, draft)
    select form_id, ${form.workspaceId}, slug, ${form.name}, ${form.folder}, ${form.campaign}, ${form.ownerId}, ${asJson(form.draft)}::jsonb
    from taken returning id
  `.execute(db)
  return rows[0]?.id ?? null
}

/** Writes a draft over the revision it was made from; `null` when somebody saved another meanwhile. */
export async function updateDraft(
  db: Runner,
  formId: string,
  draft: Form,
  fromRevision: number | null,
  userId: string | null,
): Promise<number | null> {
  const row = await db
    .updateTable('form')
    .set((eb) => ({
      draft: asJson(draft),
      draft_revision: eb('draft_revision', '+', 1),
      draft_saved_by: userId,
      updated_at: sql<Date>`now()`,
    }))
    .where('id', '=', formId)
    .$if(fromRevision !== null, (query) => query.where('draft_revision', '=', fromRevision))
    .returning('draft_revision')
    .executeTakeFirst()
  return row?.draft_revision ?? null
}

/** Every definition ever released of a form, or of all forms of a workspace: those live now first. */
export const readDefinitions = (db: Runner, workspaceId: string, slug: string | undefined) =>
  db
    .selectFrom('release')
    .innerJoin('form', 'form.id', 'release.form_id')
    .select(['form.slug as form', 'release.number as release', 'release.definition'])
    .where('form.workspace_id', '=', workspaceId)
    .$if(slug !== undefined, (query) => query.where('form.id', '=', formAt(workspaceId, slug ?? '')))
    .orderBy('form.name')
    .orderBy('release.number', 'desc')
    .execute()

/** The definitions of these releases, each once; forms by their slugs. */
export async function readDefinitionsOf(
  db: Runner,
  workspaceId: string,
  releases: readonly { form: string; release: number }[],
) {
  if (releases.length === 0) return []
  return db
    .selectFrom('release')
    .innerJoin('form', 'form.id', 'release.form_id')
    .select(['form.slug as form', 'release.number as release', 'release.definition'])
    .where('form.workspace_id', '=', workspaceId)
    .where(
      sql<boolean>`(form.slug, release.number) in (
        select form, release from jsonb_to_recordset(${JSON.stringify(releases.map(({ form, release }) => ({ form, release })))}::jsonb)
          as wanted (form text, release int))`,
    )
    .execute()
}

/** The definitions that these forms are live with, by slug; of those that never were, none. */
export async function readLiveDefinitions(
  db: Runner,
  workspaceId: string,
  slugs: readonly string[],
): Promise<{ slug: string; definition: unknown }[]> {
  if (slugs.length === 0) return []
  return db
    .selectFrom('form')
    .innerJoin('release', 'release.id', 'form.live_release_id')
    .select(['form.slug', 'release.definition'])
    .where('form.workspace_id', '=', workspaceId)
    .where('form.slug', 'in', slugs)
    .execute()
}

/** The forms of a workspace as menus need them, by name. */
export const listFormNames = (db: Runner, workspaceId: string) =>
  db
    .selectFrom('form')
    .select(['slug', 'name', 'folder', 'campaign'])
    .select(sql<boolean>`live_release_id is not null`.as('isLive'))
    .where('workspace_id', '=', workspaceId)
    .where('state', '!=', 'deleted')
    .orderBy('name')
    .execute()

/** Which forms a list shows: those in use are open or closed. */
export const FORM_SHELVES = ['in use', 'archived', 'deleted'] as const

type FormShelf = (typeof FORM_SHELVES)[number]

export interface FormFilter {
  shelf?: FormShelf | undefined
  search?: string | undefined
  /** One of the keys of the list, with `-` before it for the greatest first. */
  sort?: string | undefined
  after?: Cursor | null | undefined
  limit: number
}

export const FORM_KEYS = {
  name: textKey(sql`form.name`),
  folder: textKey(sql`form.folder`),
  campaign: textKey(sql`form.campaign`),
  release: numberKey(sql`coalesce(release.number, 0)`),
  arrived: numberKey(sql`counts.arrived`),
  sent: numberKey(sql`counts.sent`),
  // In millionths, those that nobody has arrived at below those that nobody has finished.
  finish: numberKey(sql`coalesce(counts.sent::bigint * 1000000 / nullif(counts.arrived, 0), -1)`),
  unfinished: numberKey(sql`counts.unfinished`),
  owner: textKey(sql`coalesce(owner.name, '')`),
  changed: momentKey(sql`form.updated_at`),
} satisfies SortKeys

/** Forms with their numbers of the last 30 days of the workspace's zone, by name unless told otherwise. */
export function listForms(
  db: Runner,
  workspaceId: string,
  { shelf = 'in use', search, sort, after, limit }: FormFilter,
) {
  const query = db
    .selectFrom('form')
    .leftJoin('release', 'release.id', 'form.live_release_id')
    .leftJoin('user as owner', 'owner.id', 'form.owner_id')
    // Counted for each form that is shown, not for the whole workspace.
    .innerJoinLateral(
      (eb) =>
        eb
          .selectFrom('readout_day')
          .select([
            sql<number>`coalesce(sum(arrived), 0)::int`.as('arrived'),
            sql<number>`coalesce(sum(sent), 0)::int`.as('sent'),
            sql<number>`coalesce(sum(unfinished), 0)::int`.as('unfinished'),
          ])
          .whereRef('readout_day.form_id', '=', 'form.id')
          .where(
            'day',
            '>',
            sql<string>`(now() at time zone (
            select time_zone from workspace where id = ${workspaceId}))::date - 30`,
          )
          .as('counts'),
      (join) => join.onTrue(),
    )
    .select(['form.id', 'form.slug', 'form.name', 'form.folder', 'form.campaign', 'form.updated_at as updatedAt'])
    .select(['form.state', 'form.state_since as stateSince', 'form.opens_at as opensAt', 'form.closes_at as closesAt'])
    .select(fullSince.as('fullSince'))
    .select(['owner.name as owner', 'release.number as release'])
    .select(['counts.arrived', 'counts.sent', 'counts.unfinished'])
    .where('form.workspace_id', '=', workspaceId)
    .where('form.state', 'in', shelf === 'in use' ? (['open', 'closed'] as const) : [shelf])
    .$if(Boolean(search), (narrowed) => narrowed.where(holdsWords(sql`form.search`, search ?? '')))
  return readPage(
    query,
    sql`form.id`,
    { sorting: chooseSorting(FORM_KEYS, sort, 'name'), after, limit },
    (page) => page,
  )
}
