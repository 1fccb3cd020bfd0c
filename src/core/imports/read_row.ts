import type { Answer } from '../answers/answer'
import { findField, type RecordField } from '../fields/field'
import { companyDomain, companyKey } from '../records/company'
import { NOTHING_WANTED, type Wanted } from '../records/wanted'
import type { ImportPlan } from './import_plan'
import { readCell, readYesNo } from './read_cell'

/** Something in a row that is wrong: in which column, and why. */
interface WrongCell {
  column: number
  why: string
}

/** What a row says of somebody and of their company, by field; which lists they agreed to; and what is wrong in it. */
export interface SaidRow {
  /** What they are known by; `null` where that is missing, or none. */
  email: string | null
  contact: ReadonlyMap<string, Answer>
  company: ReadonlyMap<string, Answer>
  joins: readonly ImportPlan['joins'][number][]
  wrong: readonly WrongCell[]
}

/** Reads a row as a plan says; a blank cell says nothing. */
export function readRow(cells: readonly string[], plan: ImportPlan, fields: readonly RecordField[]): SaidRow {
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
  const joins = plan.joins.filter(({ column }) => column === null || readYesNo(cells[column] ?? '') === true)
  return { ...said, email: typeof email === 'string' ? email : null, joins, wrong }
}

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
