import { sql } from 'kysely'
import type { Answers } from '@/core/answers/answer'
import type { RecordType } from '@/core/fields/field'
import type { StoredWanted } from '@/core/fill/reads'
import type { Stored } from '@/core/origins/source'
import type { Runner } from '../database'
import { heldByBrowser } from './browsers'
import { isOfWithdrawn } from './links'
import { codesOf } from './referral_codes'

/** Somebody of whom it is known who they are, with what is stored of them and was asked for. */
export interface Holder {
  id: string
  /** The personal link they came by, by its id; `null` where none was asked for. */
  link: string | null
  /** The browser that remembers them, by its id; `null` where none was asked for. */
  browser: string | null
  stored: Stored
}

/**
 * Whom to find: the holder of a form’s personal link that is good, whoever a browser remembers, or a contact of a
 * workspace.
 */
type Whom =
  | { formId: string; hash: Buffer }
  | { workspaceId: string; browser: string }
  | { workspaceId: string; contact: string }

/** Finds somebody with what is wanted of their stored data, all in one query; days are those of the zone. */
export async function findHolder(
  db: Runner,
  whom: Whom,
  { records, lists, sent, since, code }: StoredWanted,
  timeZone: string,
): Promise<Holder | null> {
  const opened = (type: RecordType) =>
    records.includes(type)
      ? sql<Answers | null>`(select opened."values" from record opened
          where opened.contact_id = contact.id and opened.type = ${type} and opened.gone_by is null
          order by opened.created_at desc, opened.id limit 1)`
      : sql<null>`null`
  const house = records.includes('company')
    ? sql<Answers | null>`(select house."values" from record house where house.id = contact.company_id and house.gone_by is null)`
    : sql<null>`null`
  const link =
    'hash' in whom
      ? sql<string | null>`(select id from personal_link where hash = ${whom.hash})`
      : sql<string | null>`null`
  const row = await db
    .selectFrom('record as contact')
    .select(['contact.id', 'contact.values'])
    .select([house.as('company'), opened('deal').as('deal'), opened('request').as('request')])
    .select(
      sql<
        string[]
      >`array(select list from list_membership m where m.contact_id = contact.id and m.list = any(${lists}::text[]))`.as(
        'lists',
      ),
    )
    .select(link.as('link'))
    .select((sent.length > 0 ? lastSent(sent, timeZone) : sql<null>`null`).as('sent'))
    .select((since.length > 0 ? lastSet(since, timeZone) : sql<null>`null`).as('since'))
    .select((code ? sql<string | null>`(${codesOf('contact')})[1]` : sql<null>`null`).as('code'))
    .where('contact.type', '=', 'contact')
    .where('contact.gone_by', 'is', null)
    .$if('contact' in whom, (query) =>
      'contact' in whom
        ? query.where('contact.workspace_id', '=', whom.workspaceId).where('contact.id', '=', whom.contact)
        : query,
    )
    .$if(!('contact' in whom), (query) => query.where(sql<boolean>`contact.id = ${heldBy(whom)}`))
    .executeTakeFirst()
  if (!row) return null
  const { company, deal, request } = row
  const theirs = Object.entries({ company, deal, request }).filter(([, values]) => values !== null)
  return {
    id: row.id,
    link: row.link,
    browser: 'browser' in whom ? whom.browser : null,
    stored: {
      records: { contact: row.values, ...Object.fromEntries(theirs) },
      lists: row.lists,
      sent: row.sent ?? {},
      ...(since.length > 0 ? { since: row.since ?? {} } : {}),
      ...(code ? { code: row.code } : {}),
    },
  }
}

/** Who holds the personal link, or is remembered; nobody where that has ended, was withdrawn, or is another form’s. */
const heldBy = (whom: Whom) =>
  'hash' in whom
    ? sql`(select contact_id from personal_link where hash = ${whom.hash} and form_id = ${whom.formId}
        and withdrawn_at is null and (expires_at is null or expires_at > now())
        and not ${isOfWithdrawn('personal_link')})`
    : 'browser' in whom
      ? heldByBrowser(whom.workspaceId, whom.browser)
      : sql`null`

/** The day on which each of these fields was set last, of theirs and of their company’s. */
const lastSet = (fields: readonly string[], timeZone: string) => sql<Record<string, string> | null>`(
    select json_object_agg(name, day) from (
      select record.type || '.' || change.field as name, (max(change.at) at time zone ${timeZone})::date::text as day
      from record join record_change change on change.record_id = record.id
      where record.id in (contact.id, contact.company_id) and record.type || '.' || change.field = any(${fields}::text[])
      group by 1) last)`

/** The day on which they last sent each of these forms, by an address of it. */
const lastSent = (addresses: readonly string[], timeZone: string) => sql<Record<string, string> | null>`(
    select json_object_agg(slug, day) from (
      select asked.slug, (max(sent.received_at) at time zone ${timeZone})::date::text as day
      from form_address asked join submission sent on sent.form_id = asked.form_id
      where asked.workspace_id = contact.workspace_id and asked.slug = any(${addresses}::text[])
        and sent.contact_id = contact.id and sent.state = 'applied' and sent.binned_at is null and not sent.is_test
      group by asked.slug) last)`
