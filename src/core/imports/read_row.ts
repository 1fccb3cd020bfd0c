import type { Answer } from '../answers/answer'
import { findField, type RecordField } from '../fields/field'
import { companyDomain, companyKey } from '../records/company'
import { NOTHING_WANTED, type Wanted } from '../records/wanted'
import type { ImportPlan } from './import_plan'
import { readCell, readMoment, readYesNo } from './read_cell'

/** Something in a row that is wrong: in which column, and why. */
interface WrongCell {
  column: number
  why: string
}

/** A list that a row puts somebody on, and how they agreed. */
interface SaidJoin {
  list: string
  wording: string
  origin: string
  /** When, where the row says it (ISO 8601, UTC). */
  given?: string
}

/** What a row says of somebody and of their company, by field; which lists they agreed to; and what is wrong in it. */
export interface SaidRow {
  /** What they are known by; `null` where that is missing, or none. */
  email: string | null
  contact: ReadonlyMap<string, Answer>
  company: ReadonlyMap<string, Answer>
  joins: readonly SaidJoin[]
  wrong: readonly WrongCell[]
}

/** Reads a row as a plan says, as of `now`; a blank cell says nothing. */
export function readRow(
  cells: readonly string[],
  plan: ImportPlan,
  fields: readonly RecordField[],
  now: Date,
): SaidRow {
  const said = { contact: new Map<string, Answer>(), company: new Map<string, Answer>() }
  const wrong: WrongCell[] = []
  let addressed = 0
  plan.targets.forEach((target, column) => {
    const field = target.to === 'field' ? findField(fields, target.record, target.field) : undefined
    if (!field || (field.record !== 'contact' && field.record !== 'company')) return
    if (field.record === 'contact' && field.name === 'email') addressed = column
    const text = cells[column]?.trim() ?? ''
    if (text === '') return
    const read = readCell(field, text, plan)
    if (read.ok) said[field.record].set(field.name, read.value)
    else wrong.push({ column, why: read.why })
  })
  const email = said.contact.get('email')
  said.contact.delete('email')
  if (email === undefined && !wrong.some(({ column }) => column === addressed))
    wrong.push({ column: addressed, why: 'has no email address' })
  const joins = plan.joins
    .filter(({ column }) => column === null || readYesNo(cells[column] ?? '') === true)
    .map((join) => readJoin(join, cells, { dates: plan.dates, now }, wrong))
  return { ...said, email: typeof email === 'string' ? email : null, joins, wrong }
}

/** How somebody agreed, as their row says it. What is wrong with it is told among the rest. */
function readJoin(
  { list, wording, origin, wordingIn, givenIn }: ImportPlan['joins'][number],
  cells: readonly string[],
  { dates, now }: Pick<ImportPlan, 'dates'> & { now: Date },
  wrong: WrongCell[],
): SaidJoin {
  const textOf = (column: number | null | undefined) => cells[column ?? cells.length]?.trim() ?? ''
  const own = textOf(wordingIn).slice(0, LONGEST_WORDING)
  const join = { list, wording: own === '' ? wording : own, origin }
  const text = textOf(givenIn)
  if (text === '') return join
  const given = readMoment(text, dates, now)
  if (given === null) wrong.push({ column: givenIn ?? 0, why: 'is no moment in the past' })
  return given === null ? join : { ...join, given }
}

/** Longest wording that is kept, in letters. */
const LONGEST_WORDING = 2000

/** What a row may match: whoever brings it in must know all of it, and the companies that these contacts belong to. */
export function wantedByRow({ email, company }: SaidRow): Wanted {
  const name = company.get('name')
  const domain = company.size > 0 && email !== null ? companyDomain(email) : null
  return {
    ...NOTHING_WANTED,
    emails: email === null ? [] : [email],
    companyKeys: typeof name === 'string' ? [companyKey(name)] : [],
    domains: domain === null ? [] : [domain],
  }
}
