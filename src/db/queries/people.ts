import { type RawBuilder, type SelectQueryBuilder, sql } from 'kysely'
import type { Condition } from '@/core/logic/condition'
import type { Runner } from '../database'
import {
  chooseSorting,
  type Cursor,
  isOneOf,
  momentKey,
  readPage,
  readSearched,
  type Search,
  type SortKeys,
} from './list'
import {
  amongHolders,
  isOfOwner,
  isRecordThat,
  keptNumber,
  keptOwner,
  listed,
  saidId,
  saidText,
  searchRecords,
  withListing,
} from './listing'
import { eachLatest, listPending } from './confirming'
import { listLeft } from './leaving'
import { listNotes } from './notes'
import { eachOnce, listProposals } from './proposals'
import { type Around, fitsPeople } from './people_who'
import { readReferral } from './referral_codes'
import { findRefused } from './refused'
import { ownerOf } from './records'

export interface PeopleFilter {
  email?: string | undefined
  search?: string | undefined
  /** Only these. */
  ids?: readonly string[] | undefined
  /** Only those of one company. */
  company?: string | undefined
  /** Only those of one owner, by id. */
  owner?: string | undefined
  /** Only those who fit this. */
  who?: Condition | undefined
  /** One of the keys of the list, with `-` before it for the greatest first. */
  sort?: string | undefined
  after?: Cursor | null | undefined
  limit: number
}

export const CONTACT_KEYS = {
  changed: momentKey(sql`said.changed_at`),
  name: saidText('title'),
  email: saidText('key'),
  company: saidText('company'),
  owner: keptOwner,
  submissions: keptNumber('sent'),
} satisfies SortKeys

type Narrowing = Omit<PeopleFilter, 'sort' | 'after' | 'limit'>

/** Contacts that fit a filter. */
export const narrowPeople = (db: Runner, workspaceId: string, { search, who, ...filter }: Narrowing) =>
  whoAre(db, workspaceId, filter)
    .$if(Boolean(search), (narrowed) => amongHolders(narrowed, search ?? ''))
    .$if(who !== undefined, (narrowed) =>
      narrowed.where(who ? isWho(saidId, who, { workspaceId }) : sql<boolean>`true`),
    )

/** Contacts that fit all of a filter but what is looked for. */
const whoAre = (db: Runner, workspaceId: string, { email, ids, company, owner }: Omit<Narrowing, 'search' | 'who'>) =>
  listed(db, workspaceId, 'contact')
    .$if(email !== undefined, (narrowed) => narrowed.where(isRecordThat(sql<boolean>`record.key = ${email ?? ''}`)))
    .$if(ids !== undefined, (narrowed) => narrowed.where(isOneOf(saidId, ids ?? [])))
    .$if(company !== undefined, (narrowed) =>
      narrowed.where(isRecordThat(sql<boolean>`record.company_id = ${company ?? ''}`)),
    )
    .$if(owner !== undefined, (narrowed) => narrowed.where(isOfOwner(owner ?? '')))

/** Whether a contact, by id, fits a condition. */
const isWho = (id: RawBuilder<unknown>, condition: Condition, around: Around) =>
  sql<boolean>`exists (select from record contact where contact.id = ${id} and ${fitsPeople(condition, around)})`

/** Contacts, the last changed first unless told otherwise. */
export async function listPeople(db: Runner, workspaceId: string, { sort, after, limit, ...filter }: PeopleFilter) {
  const sorting = chooseSorting(CONTACT_KEYS, sort, '-changed')
  const { search, who, ...rest } = filter
  const paging = { sorting, after, limit }
  const list = withListing(whoAre(db, workspaceId, rest), sorting.key, 'contact')
  const asked = searchPeople(workspaceId, list, { search, who })
  return asked ? readSearched(db, asked, saidId, paging, asRows) : readPage(list, saidId, paging, asRows)
}

/** How a list of people is searched for words, for who fits a condition, or for both; `null` where neither is asked. */
function searchPeople<DB, TB extends keyof DB, O>(
  workspaceId: string,
  list: SelectQueryBuilder<DB, TB, O>,
  { search, who }: Pick<PeopleFilter, 'search' | 'who'>,
): Search<DB, TB, O> | null {
  const words = search ? searchRecords(list, search) : null
  if (!who) return words
  return {
    list,
    told: sql`said.text`,
    // As a query of its own, it is asked of one after the other, until the page is full.
    fits: (id, told) =>
      sql<boolean>`(${words?.fits(id, told) ?? sql`true`} and (select ${isWho(id, who, { workspaceId, ofSome: true })}))`,
    found: (words?.found ?? list).where(isWho(saidId, who, { workspaceId, ofSome: words !== null })),
  }
}

/** Contacts as the list has them. */
const asRows = (page: ReturnType<typeof whoAre>) =>
  page
    .innerJoin('record as contact', 'contact.id', 'said.record_id')
    .innerJoin('listing as kept', 'kept.record_id', 'said.record_id')
    .leftJoin('record as house', (join) =>
      join.onRef('house.id', '=', 'contact.company_id').on('house.gone_by', 'is', null),
    )
    .select([
      'contact.id',
      'contact.key as email',
      'contact.title as name',
      'contact.values',
      'contact.created_at as createdAt',
      'contact.updated_at as updatedAt',
      'house.id as companyId',
      'house.title as company',
      'kept.sent as submissions',
      ownerOf('contact').as('owner'),
    ])
    .select((eb) =>
      eb
        .selectFrom('list_membership as m')
        .innerJoin('list', (join) =>
          join.onRef('list.workspace_id', '=', 'm.workspace_id').onRef('list.name', '=', 'm.list'),
        )
        .select(
          sql<
            { name: string; title: string }[]
          >`coalesce(json_agg(json_build_object('name', list.name, 'title', list.title) order by list.title), '[]')`.as(
            'lists',
          ),
        )
        .whereRef('m.contact_id', '=', 'contact.id')
        .as('lists'),
    )

export const COMPANY_KEYS = {
  changed: momentKey(sql`said.changed_at`),
  name: saidText('title'),
  domain: saidText('domain'),
  owner: keptOwner,
  people: keptNumber('people'),
  deals: keptNumber('deals'),
  requests: keptNumber('requests'),
} satisfies SortKeys

/** Companies that fit a filter. */
export const narrowCompanies = (
  db: Runner,
  workspaceId: string,
  { search, owner }: Pick<PeopleFilter, 'search' | 'owner'>,
) => companiesOf(db, workspaceId, owner).$if(Boolean(search), (narrowed) => amongHolders(narrowed, search ?? ''))

const companiesOf = (db: Runner, workspaceId: string, owner: string | undefined) =>
  listed(db, workspaceId, 'company').$if(owner !== undefined, (narrowed) => narrowed.where(isOfOwner(owner ?? '')))

/** Companies, the last changed first unless told otherwise, with how many people, deals and requests each has. */
export function listCompanies(db: Runner, workspaceId: string, { sort, after, limit, ...filter }: PeopleFilter) {
  const sorting = chooseSorting(COMPANY_KEYS, sort, '-changed')
  const paging = { sorting, after, limit }
  const list = withListing(companiesOf(db, workspaceId, filter.owner), sorting.key, 'company')
  if (!filter.search) return readPage(list, saidId, paging, asCompanies)
  return readSearched(db, searchRecords(list, filter.search), saidId, paging, asCompanies)
}

/** Companies as the list has them. */
const asCompanies = (page: ReturnType<typeof companiesOf>) =>
  page
    .innerJoin('record as house', 'house.id', 'said.record_id')
    .innerJoin('listing as kept', 'kept.record_id', 'said.record_id')
    .select(['house.id', 'house.key', 'house.title as name', 'house.domain', 'house.values'])
    .select(['house.updated_at as updatedAt', ownerOf('house').as('owner')])
    .select(['kept.people', 'kept.deals', 'kept.requests'])

/** A contact as whoever plans for one needs it. */
export async function findContact(db: Runner, workspaceId: string, id: string) {
  const row = await db
    .selectFrom('record')
    .select(['id', 'key as email', 'values'])
    .where('workspace_id', '=', workspaceId)
    .where('type', '=', 'contact')
    .where('gone_by', 'is', null)
    .where('id', '=', id)
    .executeTakeFirst()
  return row ?? null
}

/** Most that a page about one record shows of anything that belongs to it; lists show the rest. */
export const MOST_SHOWN = 200

/** A person's page: what is stored, where each value came from, deals and requests, lists and submissions. */
export async function findPerson(db: Runner, workspaceId: string, id: string) {
  const contact = await findContact(db, workspaceId, id)
  const person = contact && (await listPeople(db, workspaceId, { email: contact.email, limit: 1 })).rows[0]
  if (!person) return null
  const parts = await readParts(db, workspaceId, id)
  const all = [id, ...parts.map((one) => one.id)]
  const [changes, notes, proposals, refused, pending, left, memberships, submissions, opened, referral] =
    await Promise.all([
      readLineage(db, workspaceId, all),
      listNotes(db, workspaceId, id),
      listProposals(db, workspaceId, id).then(eachOnce),
      findRefused(db, workspaceId, [contact.email]),
      listPending(db, workspaceId, [id]).then((all) => eachLatest(all).map(({ contact: _, ...one }) => one)),
      listLeft(db, workspaceId, id),
      db
        .selectFrom('list_membership as m')
        .innerJoin('list', (join) =>
          join.onRef('list.workspace_id', '=', 'm.workspace_id').onRef('list.name', '=', 'm.list'),
        )
        .leftJoin('submission', 'submission.id', 'm.cause_id')
        .select(['m.list', 'list.title', 'm.wording', 'm.joined_at as joinedAt', 'submission.id as submission'])
        // Of one list that several were on before they were merged, the first consent is told.
        .distinctOn('m.list')
        .where('m.workspace_id', '=', workspaceId)
        .where('m.contact_id', 'in', all)
        .where((eb) =>
          eb.exists(
            eb
              .selectFrom('list_membership as own')
              .select('own.list')
              .whereRef('own.list', '=', 'm.list')
              .where('own.contact_id', '=', id),
          ),
        )
        .orderBy('m.list')
        .orderBy('m.joined_at')
        .execute(),
      db
        .selectFrom('submission')
        .innerJoin('form', 'form.id', 'submission.form_id')
        .select(['submission.id', 'form.name as formName', 'submission.state', 'submission.received_at as receivedAt'])
        .select('submission.is_test as isTest')
        .where('submission.workspace_id', '=', workspaceId)
        .where('submission.contact_id', '=', id)
        .where('submission.binned_at', 'is', null)
        .orderBy('submission.seq', 'desc')
        .limit(MOST_SHOWN)
        .execute(),
      listOpened(db, workspaceId, { contact: id }),
      readReferral(db, workspaceId, id),
    ])
  return {
    ...person,
    parts,
    changes,
    notes,
    proposals,
    refused: refused ?? null,
    pending,
    left,
    memberships,
    submissions,
    opened,
    referral,
  }
}

/** A company's page: what is stored, its people, its deals and requests, and every change. */
export async function findCompany(db: Runner, workspaceId: string, id: string) {
  const company = await db
    .selectFrom('record')
    .select(['id', 'key', 'domain', 'values', 'created_at as createdAt', ownerOf('record').as('owner')])
    .where('workspace_id', '=', workspaceId)
    .where('type', '=', 'company')
    .where('gone_by', 'is', null)
    .where('id', '=', id)
    .executeTakeFirst()
  if (!company) return null
  const parts = await readParts(db, workspaceId, id)
  const [changes, notes, proposals, people, opened] = await Promise.all([
    readLineage(db, workspaceId, [id, ...parts.map((one) => one.id)]),
    listNotes(db, workspaceId, id),
    listProposals(db, workspaceId, id).then(eachOnce),
    listPeople(db, workspaceId, { company: id, limit: MOST_SHOWN }),
    listOpened(db, workspaceId, { company: id }),
  ])
  return { ...company, parts, changes, notes, proposals, people: people.rows, opened }
}

/** A deal or a request: what is stored, whose it is, and every change. */
export async function findOpened(db: Runner, workspaceId: string, id: string) {
  const opened = await db
    .selectFrom('record')
    .leftJoin('form', 'form.id', 'record.form_id')
    .leftJoin('record as contact', (join) =>
      join.onRef('contact.id', '=', 'record.contact_id').on('contact.gone_by', 'is', null),
    )
    .leftJoin('record as house', (join) =>
      join.onRef('house.id', '=', 'record.company_id').on('house.gone_by', 'is', null),
    )
    .select(['record.id', 'record.type', 'record.key', 'record.values', 'record.created_at as createdAt'])
    .select(['form.name as formName', 'contact.id as contact', 'contact.title as contactName'])
    .select(['house.id as companyId', 'house.title as company', ownerOf('record').as('owner')])
    .where('record.workspace_id', '=', workspaceId)
    .where('record.type', 'in', ['deal', 'request'])
    .where('record.gone_by', 'is', null)
    .where('record.id', '=', id)
    .executeTakeFirst()
  if (!opened) return null
  const [changes, notes, proposals] = await Promise.all([
    readLineage(db, workspaceId, [id]),
    listNotes(db, workspaceId, id),
    listProposals(db, workspaceId, id).then(eachOnce),
  ])
  return { ...opened, changes, notes, proposals }
}

/** What was merged into a record: each with what it is known by. */
const readParts = (db: Runner, workspaceId: string, id: string) =>
  db
    .selectFrom('record')
    .select(['id', 'key', 'title'])
    .where('workspace_id', '=', workspaceId)
    .where('merged_into', '=', id)
    .orderBy('created_at')
    .execute()

export type Part = Awaited<ReturnType<typeof readParts>>[number]

/** Every change of records that are one by now, or the latest so many, the latest first, with what caused it. */
export const readLineage = (db: Runner, workspaceId: string, ids: readonly string[], most = 500) =>
  db
    .selectFrom('record_change as change')
    .innerJoin('cause', (join) =>
      join.onRef('cause.workspace_id', '=', 'change.workspace_id').onRef('cause.id', '=', 'change.cause_id'),
    )
    .leftJoin('submission', 'submission.id', 'change.cause_id')
    .leftJoin('form', 'form.id', 'submission.form_id')
    .leftJoin('release', 'release.id', 'submission.release_id')
    .select([
      'change.id',
      'change.record_id as record',
      'change.field',
      'change.from',
      'change.to',
      'change.because',
      'change.at',
      'change.cause_id as cause',
      'cause.sort as sort',
      'cause.deed',
      'cause.undone_by as undoneBy',
      'cause.who',
      'submission.id as submission',
      'submission.is_test as isTest',
      'form.name as formName',
      'release.number as release',
    ])
    .where('change.workspace_id', '=', workspaceId)
    .where('change.record_id', 'in', ids)
    .orderBy('change.seq', 'desc')
    .limit(most)
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
    .where('record.gone_by', 'is', null)
    .$if(whose.contact !== undefined, (query) => query.where('record.contact_id', '=', whose.contact ?? ''))
    .$if(whose.company !== undefined, (query) => query.where('record.company_id', '=', whose.company ?? ''))
    .orderBy('record.created_at', 'desc')
    .limit(MOST_SHOWN)
    .$narrowType<{ type: 'deal' | 'request' }>()
    .execute()

export type Opened = Awaited<ReturnType<typeof listOpened>>[number]
