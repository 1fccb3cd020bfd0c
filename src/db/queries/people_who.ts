import { type RawBuilder, sql } from 'kysely'
import { type Scalar, splitPath } from '@/core/answers/answer'
import { isDay } from '@/core/answers/day'
import { type Condition, foldCondition, type Test } from '@/core/logic/condition'
import { meets as fits, type Operator, operandsOf, sortsAs } from '@/core/logic/expectation'
import { type Place, readPlace } from '@/core/segments/place'
import { formAt } from './form_settings'
import { likeWord } from './list'

/** Whose people are asked for, and by which clock. */
export interface Around {
  workspaceId: string
  /** Whether it is asked of some, one by one, and not of everybody. */
  ofSome?: boolean
}

type Sql = RawBuilder<boolean>
type Value = RawBuilder<unknown>

/** What is in the bin, or was sent by a colleague who tried the form, counts for nobody. */
const COUNTS = sql`s.binned_at is null and not s.is_test`

const NEVER = sql<boolean>`false`
const ALWAYS = sql<boolean>`true`

const all = (parts: Sql[]): Sql => (parts.length === 0 ? ALWAYS : sql<boolean>`(${sql.join(parts, sql` and `)})`)
const any = (parts: Sql[]): Sql => (parts.length === 0 ? NEVER : sql<boolean>`(${sql.join(parts, sql` or `)})`)
const not = (part: Sql): Sql => sql<boolean>`not (${part})`

/**
 * Whether a contact, the row `contact` of records, fits a condition: what `holds` says of what is known of them, as the
 * database answers it. A place that there is not is blank.
 */
export const fitsPeople = (condition: Condition, around: Around): Sql =>
  foldCondition<Sql>(condition, {
    test: (test) => meetsTest(test, around),
    all,
    any: (parts) => (parts.length === 0 ? ALWAYS : any(parts)),
    none: (parts) => not(any(parts)),
  })

function meetsTest(test: Test, around: Around): Sql {
  const place = readPlace(test.value)
  if (!place) return meets(held(sql`null::jsonb`), test)
  switch (place.is) {
    case 'contact field':
      return meets(fieldOf('contact', place.field), test)
    case 'company field':
      return ofCompany(fieldOf('house', place.field), test, around)
    case 'owner':
      if (test.is === 'answered') return sql<boolean>`contact.owner_id is not null`
      if (test.is === 'blank') return sql<boolean>`contact.owner_id is null`
      return meets(held(sql`to_jsonb(contact.owner_id)`), test)
    case 'known since':
      return meetsDay(sql`contact.created_at`, test, around)
    case 'lists':
      return includes(
        test,
        (which) => sql<boolean>`exists (select from list_membership m where m.contact_id = contact.id
          ${which === null ? sql`` : sql`and lower(m.list) = lower(${which})`})`,
      )
    case 'sent':
      return includes(test, (which) =>
        (which === null ? anyForm(around) : oneForm(which.toLowerCase(), around)).sent(
          (at) => sql<boolean>`${at} is not null`,
        ),
      )
    case 'sources':
      return includes(
        test,
        (which) =>
          sql<boolean>`exists (select from submission s join visit v on v.form_id = s.form_id and v.id = s.visit_id
            where s.contact_id = contact.id and s.state = 'applied' and ${COUNTS}
            ${which === null ? sql`` : sql`and lower(v.source) = lower(${which})`})`,
      )
    case 'first source':
      return meetsFound(
        sql`(select to_jsonb(v.source) from submission s join visit v on v.form_id = s.form_id and v.id = s.visit_id
          where s.contact_id = contact.id and s.state = 'applied' and ${COUNTS} order by s.received_at limit 1)`,
        test,
      )
    case 'submissions':
      return sql<boolean>`exists (select from listing where listing.record_id = contact.id and listing.workspace_id = ${around.workspaceId}
        and listing.type = 'contact' and ${meetsCount(sql`listing.sent`, test)})`
    case 'last sent':
      return lastSent(place, test, around)
    case 'answer': {
      const [name, part] = splitPath(place.path)
      return latestAnswer(place.form, part ? [name, part] : [name], test, around)
    }
  }
}

/**
 * A test of a value of the company; of whoever is of none, or of one that is gone, it is blank. Of everybody, companies
 * are looked through once, since there are far fewer of them than of people.
 */
function ofCompany(value: Held, test: Test, { workspaceId, ofSome }: Around): Sql {
  if (ofSome)
    return meetsFound(
      sql`(select ${value.json} from record house where house.id = contact.company_id and house.gone_by is null)`,
      test,
    )
  const houses = (which: Sql) =>
    sql<boolean>`(contact.company_id in (select house.id from record house
      where house.workspace_id = ${workspaceId} and house.type = 'company' and ${which})) is true`
  const ofThose = houses(sql<boolean>`house.gone_by is null and ${meets(value, test)}`)
  if (!fits(null, test)) return ofThose
  return any([ofThose, sql<boolean>`contact.company_id is null`, houses(sql<boolean>`house.gone_by is not null`)])
}

/**
 * A test of what somebody answered when they last sent a form; of whoever never did, the value is blank. Of everybody, it
 * is looked for once among those who sent it, since they are far fewer.
 */
function latestAnswer(form: string, path: readonly string[], test: Test, around: Around): Sql {
  const sent = sql`submission s where s.form_id = ${formAt(around.workspaceId, form)} and s.contact_id is not null
    and s.state = 'applied' and ${COUNTS}`
  if (around.ofSome)
    return meetsFound(
      sql`(select s."values" #> ${path}::text[] from ${sent} and s.contact_id = contact.id order by s.received_at desc limit 1)`,
      test,
    )
  // Who sent it is read from an index alone; then the answers of each one’s last, and of no other.
  const latest = sql<boolean>`contact.id in (select who.contact_id from (select distinct s.contact_id from ${sent}) who
    cross join lateral (select s."values" #> ${path}::text[] as value from ${sent} and s.contact_id = who.contact_id
      order by s.received_at desc limit 1) latest where ${meets(held(sql`latest.value`), test)})`
  if (!fits(null, test)) return latest
  return any([latest, sql<boolean>`not exists (select from ${sent} and s.contact_id = contact.id)`])
}

/** A test of a set of texts: `having` says whether one is in it, in whatever case; of `null`, whether any is. */
function includes({ is, to }: Test, having: (which: string | null) => Sql): Sql {
  const has = operandsOf(to).map((operand) => (typeof operand === 'string' ? having(operand) : NEVER))
  switch (is) {
    case 'answered':
      return having(null)
    case 'blank':
      return not(having(null))
    case 'includes':
      return any(has)
    case 'includes_all':
      return all(has)
    case 'excludes':
      return not(any(has))
    // A set is none of these of itself.
    case 'differs':
    case 'none_of':
      return ALWAYS
    case 'equals':
    case 'one_of':
    case 'at_least':
    case 'at_most':
    case 'contains':
      return NEVER
  }
}

type LastSent = Extract<Place, { is: 'last sent' }>

/**
 * When somebody last sent a form, or any, which is kept beside them. What is asked for most is told by whether it was
 * since a day, which takes no looking for the last time of everybody.
 */
function lastSent(place: LastSent, test: Test, around: Around): Sql {
  const [operand, ...more] = operandsOf(test.to)
  const day = more.length === 0 ? dayOf(place, operand, around) : null
  const { sent, last } = place.form === null ? anyForm(around) : oneForm(place.form, around)
  const since = (from: Value) =>
    sent((at) => sql<boolean>`${at} >= (${from})::timestamp at time zone ${zoneOf(around)}`)
  const ever = sent((at) => sql<boolean>`${at} is not null`)
  if (test.is === 'answered') return ever
  if (test.is === 'blank') return not(ever)
  if (day && (test.is === 'at_least' || test.is === 'at_most'))
    // So many days ago at least is on that day at the latest.
    return (test.is === 'at_least') === (place.as === 'day') ? since(day) : all([ever, not(since(sql`${day} + 1`))])
  const lastDay = sql`(${last} at time zone ${zoneOf(around)})::date`
  return meetsFound(
    place.as === 'day' ? sql`to_jsonb((${lastDay})::text)` : sql`to_jsonb(${todayIn(around)} - ${lastDay})`,
    test,
  )
}

/** Whether a contact sent something at a moment that is so, and when they last did. */
interface Sent {
  sent: (isSo: (at: Value) => Sql) => Sql
  last: Value
}

const anyForm = ({ workspaceId }: Around): Sent => ({
  sent: (isSo) => sql<boolean>`exists (select from listing where listing.record_id = contact.id
    and listing.workspace_id = ${workspaceId} and listing.type = 'contact' and ${isSo(sql`listing.last_sent_at`)})`,
  last: sql`(select listing.last_sent_at from listing where listing.record_id = contact.id)`,
})

function oneForm(form: string, { workspaceId }: Around): Sent {
  const theirs = sql`from submission s where s.contact_id = contact.id and s.state = 'applied' and ${COUNTS}
    and s.form_id = ${formAt(workspaceId, form)}`
  return {
    sent: (isSo) => sql<boolean>`exists (select ${theirs} and ${isSo(sql`s.received_at`)})`,
    last: sql`(select max(s.received_at) ${theirs})`,
  }
}

/** The day that an operand means; `null` where it means none. */
function dayOf(place: LastSent, operand: Scalar | undefined, around: Around): Value | null {
  if (place.as === 'day') return isDay(operand) ? sql`${operand}::date` : null
  const isCount = typeof operand === 'number' && Number.isInteger(operand) && Math.abs(operand) < 100_000
  return isCount ? sql`(${todayIn(around)} - ${operand}::int)` : null
}

const zoneOf = ({ workspaceId }: Around) => sql`(select time_zone from workspace where id = ${workspaceId})`
const todayIn = (around: Around) => sql`(now() at time zone ${zoneOf(around)})::date`

/** A test of the day of a moment. */
const meetsDay = (moment: Value, test: Test, around: Around): Sql =>
  meets(held(sql`to_jsonb((${moment} at time zone ${zoneOf(around)})::date::text)`), test)

/** The same of a value that is looked for elsewhere: once, however often the test names it. */
const meetsFound = (value: Value, test: Test): Sql =>
  sql<boolean>`(select ${meets(held(sql`found.value`), test)} from (select ${value} as value offset 0) found)`

/** A value as it is stored, and the same as text. */
interface Held {
  json: Value
  text: Value
}

const held = (json: Value): Held => ({ json, text: sql`(${json} #>> '{}')` })

/** What a record holds in a field, got at without a detour. */
const fieldOf = (record: 'contact' | 'house', field: string): Held => ({
  json: sql`${sql.ref(`${record}.values`)} -> ${field}::text`,
  text: sql`(${sql.ref(`${record}.values`)} ->> ${field}::text)`,
})

/**
 * Whether a value, as it is stored, is as a test expects: what `meets` says of it. What most do not meet comes first, and
 * the rest is only asked of those who do.
 */
function meets({ json, text }: Held, { is, to }: Pick<Test, 'is' | 'to'>): Sql {
  const given = sql`coalesce(${json}, 'null')`
  const operands = operandsOf(to)
  const first = (rare: Sql, then: Sql) => isTrue(sql`${rare} and ${then}`)
  const same = (operand: Scalar): Sql => {
    if (operand === '') return NEVER
    if (typeof operand === 'string') {
      const isSame = sql<boolean>`lower(${text}) = lower(${operand})`
      // What reads as nothing but text is like no number, list or the like: only texts are as it is.
      return READS_AS_JSON.test(operand) ? first(isSame, sql`jsonb_typeof(${json}) = 'string'`) : isTrue(isSame)
    }
    return sql<boolean>`${given} = ${JSON.stringify(operand)}::jsonb`
  }
  const isIn = (operand: Scalar): Sql =>
    first(
      sql`jsonb_typeof(${given}) = 'array'`,
      sql`exists (select from jsonb_array_elements(case jsonb_typeof(${given}) when 'array' then ${json} else '[]' end) one
        where ${typeof operand === 'string' ? sql`jsonb_typeof(one) = 'string' and one #>> '{}' <> '' and lower(one #>> '{}') = lower(${operand})` : sql`one = ${JSON.stringify(operand)}::jsonb`})`,
    )
  const blank = sql<boolean>`(${given} in ('null', '""', '[]', '{}') or (jsonb_typeof(${given}) = 'object' and not exists (
    select from jsonb_each(case jsonb_typeof(${given}) when 'object' then ${json} else '{}' end) part
    where part.value not in ('null', '""', '[]', '{}'))))`
  const tests: Record<Operator, () => Sql> = {
    answered: () => not(blank),
    blank: () => blank,
    equals: () => any(operands.map(same)),
    one_of: () => any(operands.map(same)),
    differs: () => not(any(operands.map(same))),
    none_of: () => not(any(operands.map(same))),
    includes: () => any(operands.map(isIn)),
    includes_all: () => all([sql<boolean>`jsonb_typeof(${given}) = 'array'`, ...operands.map(isIn)]),
    excludes: () => not(any(operands.map(isIn))),
    at_least: () => any(operands.map((operand) => compares('>=', operand))),
    at_most: () => any(operands.map((operand) => compares('<=', operand))),
    contains: () =>
      any(
        operands.map((operand) =>
          first(sql`${text} ilike ${likeWord(String(operand))}`, sql`jsonb_typeof(${json}) = 'string'`),
        ),
      ),
  }
  /** Two numbers, two days, or two times; nothing else is more or less. */
  const compares = (by: '>=' | '<=', operand: Scalar): Sql => {
    // One look at a value tells what it is and how it compares; of what is no number, nothing is told.
    if (typeof operand === 'number')
      return isTrue(sql`${json} @@ ${`strict $ ${by} ${JSON.stringify(operand)}`}::jsonpath`)
    const sort = typeof operand === 'string' ? sortsAs(operand) : null
    if (sort === null) return NEVER
    const shape = sort === 'day' ? '^[0-9]{4}-[0-9]{2}-[0-9]{2}$' : '^[0-9]{2}:[0-9]{2}$'
    return first(
      sql`${text} collate "C" ${sql.raw(by)} ${operand} collate "C"`,
      sql`jsonb_typeof(${json}) = 'string' and ${text} ~ ${shape}`,
    )
  }
  return tests[is]()
}

const isTrue = (part: RawBuilder<unknown>): Sql => sql<boolean>`((${part}) is true)`

/** How a number, a truth, a list or a set of values may begin as text. */
const READS_AS_JSON = /^(?:[-\d[{]|true$|false$)/i

/** A test of a count, where it can be as its index has it. */
function meetsCount(count: Value, { is, to }: Test): Sql {
  const operands = operandsOf(to)
  const isPlain = operands.every((one) => typeof one === 'number' && Number.isInteger(one) && Math.abs(one) < 1e9)
  if (isPlain && is === 'at_least') return any(operands.map((one) => sql<boolean>`${count} >= ${one}::int`))
  if (isPlain && is === 'at_most') return any(operands.map((one) => sql<boolean>`${count} <= ${one}::int`))
  return meets(held(sql`to_jsonb(${count})`), { is, to })
}
