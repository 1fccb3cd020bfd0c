import { sql } from 'kysely'
import type { RecordType } from '@/core/records/field'
import type { Runner } from '../database'
import { like } from './arrivals'
import { type Cursor, pageOf } from './cursor'

export interface PeopleFilter {
  email?: string | undefined
  search?: string | undefined
  /** Only those of one company. */
  company?: string | undefined
  after?: Cursor | null | undefined
  limit: number
}

/** Contacts, the last changed first. */
export async function listPeople(db: Runner, workspaceId: string, filter: PeopleFilter) {
  const { email, search, company, after, limit } = filter
  const rows = await db
    .selectFrom('record as contact')
    .leftJoin('record as house', 'house.id', 'contact.company_id')
    .select(['contact.id', 'contact.key as email', 'contact.values', 'contact.created_at as createdAt'])
    .select((eb) => [
      'contact.updated_at as updatedAt',
      'house.id as companyId',
      sql<string | null>`house."values" ->> 'name'`.as('company'),
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
    .where('contact.type', '=', 'contact')
    .$if(email !== undefined, (query) => query.where('contact.key', '=', email ?? ''))
    .$if(company !== undefined, (query) => query.where('contact.company_id', '=', company ?? ''))
    .$if(Boolean(search), (query) =>
      query.where(
        sql<boolean>`(contact."values"::text ilike ${like(search)} or house."values" ->> 'name' ilike ${like(search)})`,
      ),
    )
    .$if(Boolean(after), (query) =>
      query.where(sql<boolean>`(contact.updated_at, contact.id) < (${after?.at}::timestamptz, ${after?.id}::uuid)`),
    )
    .orderBy('contact.updated_at', 'desc')
    .orderBy('contact.id', 'desc')
    .limit(limit + 1)
    .execute()
  return pageOf(rows, limit, ({ updatedAt, id }) => ({ at: updatedAt, id }))
}

/** Companies, the last changed first, with how many people and deals each has. */
export async function listCompanies(db: Runner, workspaceId: string, { search, after, limit }: PeopleFilter) {
  const count = (type: RecordType) =>
    sql<number>`(select count(*)::int from record other where other.company_id = house.id and other.type = ${type})`
  const rows = await db
    .selectFrom('record as house')
    .select(['house.id', 'house.key', 'house.domain', 'house.values', 'house.updated_at as updatedAt'])
    .select([count('contact').as('people'), count('deal').as('deals'), count('request').as('requests')])
    .where('house.workspace_id', '=', workspaceId)
    .where('house.type', '=', 'company')
    .$if(Boolean(search), (query) =>
      query.where(sql<boolean>`(house."values"::text ilike ${like(search)} or house.domain ilike ${like(search)})`),
    )
    .$if(Boolean(after), (query) =>
      query.where(sql<boolean>`(house.updated_at, house.id) < (${after?.at}::timestamptz, ${after?.id}::uuid)`),
    )
    .orderBy('house.updated_at', 'desc')
    .orderBy('house.id', 'desc')
    .limit(limit + 1)
    .execute()
  return pageOf(rows, limit, ({ updatedAt, id }) => ({ at: updatedAt, id }))
}

/** A contact as whoever plans for one needs it. */
export async function findContact(db: Runner, workspaceId: string, id: string) {
  const row = await db
    .selectFrom('record')
    .select(['id', 'key as email', 'values'])
    .where('workspace_id', '=', workspaceId)
    .where('type', '=', 'contact')
    .where('id', '=', id)
    .executeTakeFirst()
  return row ?? null
}

/** A person's page: what is stored, where each value came from, deals and requests, lists and submissions. */
export async function findPerson(db: Runner, workspaceId: string, id: string) {
  const contact = await findContact(db, workspaceId, id)
  const person = contact && (await listPeople(db, workspaceId, { email: contact.email, limit: 1 })).rows[0]
  if (!person) return null
  const [changes, memberships, submissions, opened] = await Promise.all([
    readLineage(db, workspaceId, id),
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
    listOpened(db, workspaceId, { contact: id }),
  ])
  return { ...person, changes, memberships, submissions, opened }
}

/** A company's page: what is stored, its people, its deals and requests, and every change. */
export async function findCompany(db: Runner, workspaceId: string, id: string) {
  const company = await db
    .selectFrom('record')
    .select(['id', 'key', 'domain', 'values', 'created_at as createdAt'])
    .where('workspace_id', '=', workspaceId)
    .where('type', '=', 'company')
    .where('id', '=', id)
    .executeTakeFirst()
  if (!company) return null
  const [changes, people, opened] = await Promise.all([
    readLineage(db, workspaceId, id),
    listPeople(db, workspaceId, { company: id, limit: 200 }),
    listOpened(db, workspaceId, { company: id }),
  ])
  return { ...company, changes, people: people.rows, opened }
}

/** Every change of a record, the latest first, with the submission, form and release that made it. */
const readLineage = (db: Runner, workspaceId: string, id: string) =>
  db
    .selectFrom('record_change as change')
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
    .where('change.record_id', '=', id)
    .orderBy('change.seq', 'desc')
    .limit(500)
    .execute()

export type Change = Awaited<ReturnType<typeof readLineage>>[number]

/** Deals and requests of a person or a company, the latest first. */
const listOpened = (db: Runner, workspaceId: string, whose: { contact?: string; company?: string }) =>
  db
    .selectFrom('record')
    .leftJoin('form', 'form.id', 'record.form_id')
    .select(['record.id', 'record.type', 'record.key', 'record.values', 'form.name as formName'])
    .select('record.created_at as createdAt')
    .where('record.workspace_id', '=', workspaceId)
    .where('record.type', 'in', ['deal', 'request'])
    .$if(whose.contact !== undefined, (query) => query.where('record.contact_id', '=', whose.contact ?? ''))
    .$if(whose.company !== undefined, (query) => query.where('record.company_id', '=', whose.company ?? ''))
    .orderBy('record.created_at', 'desc')
    .limit(200)
    .execute()

export type Opened = Awaited<ReturnType<typeof listOpened>>[number]
