import { sql } from 'kysely'
import type { Runner } from '../database'
import { like } from './arrivals'
import { type Cursor, pageOf } from './cursor'

export interface PeopleFilter {
  email?: string | undefined
  search?: string | undefined
  after?: Cursor | null | undefined
  limit: number
}

/** Contacts, the last changed first. */
export async function listPeople(db: Runner, workspaceId: string, { email, search, after, limit }: PeopleFilter) {
  const rows = await db
    .selectFrom('contact')
    .select(['contact.id', 'contact.email', 'contact.values', 'contact.created_at as createdAt'])
    .select((eb) => [
      'contact.updated_at as updatedAt',
      eb
        .selectFrom('list_membership')
        .select(sql<string[]>`coalesce(array_agg(list order by list), '{}')`.as('lists'))
        .whereRef('list_membership.contact_id', '=', 'contact.id')
        .as('lists'),
      eb
        .selectFrom('submission')
        .select((inner) => inner.fn.countAll<number>().as('n'))
        .whereRef('submission.contact_id', '=', 'contact.id')
        .as('submissions'),
    ])
    .where('contact.workspace_id', '=', workspaceId)
    .$if(email !== undefined, (query) => query.where('contact.email', '=', email ?? ''))
    .$if(Boolean(search), (query) => query.where(sql<boolean>`contact."values"::text ilike ${like(search)}`))
    .$if(Boolean(after), (query) =>
      query.where(sql<boolean>`(contact.updated_at, contact.id) < (${after?.at}::timestamptz, ${after?.id}::uuid)`),
    )
    .orderBy('contact.updated_at', 'desc')
    .orderBy('contact.id', 'desc')
    .limit(limit + 1)
    .execute()
  return pageOf(rows, limit, ({ updatedAt, id }) => ({ at: updatedAt, id }))
}

/** A person's page: what is stored, where each value came from, lists and submissions. */
export async function findPerson(db: Runner, workspaceId: string, id: string) {
  const { rows } = await listById(db, workspaceId, id)
  const person = rows[0]
  if (!person) return null
  const [changes, memberships, submissions] = await Promise.all([
    db
      .selectFrom('contact_change as change')
      .leftJoin('submission', 'submission.id', 'change.submission_id')
      .leftJoin('form', 'form.id', 'submission.form_id')
      .leftJoin('release', 'release.id', 'submission.release_id')
      .select([
        'change.id',
        'change.field',
        'change.from',
        'change.to',
        'change.because',
        'change.at',
        'submission.id as submission',
        'form.name as formName',
        'release.number as release',
      ])
      .where('change.workspace_id', '=', workspaceId)
      .where('change.contact_id', '=', id)
      .orderBy('change.seq', 'desc')
      .limit(500)
      .execute(),
    db
      .selectFrom('list_membership as m')
      .innerJoin('list', (join) =>
        join.onRef('list.workspace_id', '=', 'm.workspace_id').onRef('list.name', '=', 'm.list'),
      )
      .select(['list.title', 'm.wording', 'm.joined_at as joinedAt', 'm.submission_id as submission'])
      .where('m.workspace_id', '=', workspaceId)
      .where('m.contact_id', '=', id)
      .orderBy('m.joined_at', 'desc')
      .execute(),
    db
      .selectFrom('submission')
      .innerJoin('form', 'form.id', 'submission.form_id')
      .select(['submission.id', 'form.name as formName', 'submission.state', 'submission.received_at as receivedAt'])
      .where('submission.workspace_id', '=', workspaceId)
      .where('submission.contact_id', '=', id)
      .orderBy('submission.seq', 'desc')
      .limit(200)
      .execute(),
  ])
  return { ...person, changes, memberships, submissions }
}

async function listById(db: Runner, workspaceId: string, id: string) {
  const contact = await db
    .selectFrom('contact')
    .select('email')
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .executeTakeFirst()
  return contact ? listPeople(db, workspaceId, { email: contact.email, limit: 1 }) : { rows: [] }
}
