import { type Answer, type Answers, isBlank, joinPath, sameAnswer, valueAt, valueIn } from '../answers/answer'
import { phonesIn } from './phones_in'
import { readReferralCode } from '../formats/referral_code'
import { showAt } from '../form/show'
import type { Form, Opening } from '../form/definition'
import { emailQuestions, phoneQuestions, valuesThatLand } from '../form/values'
import { companyDomain, companyKey } from './company'
import type { RecordType } from '../fields/field'
import { isKnownBy, OVER, progressOf, type RecordState, titleOf } from './record'

/** Who a submission is taken to be from, and why. */
export interface Person {
  how: 'email' | 'phone' | 'personal_link' | 'remembered' | 'new' | 'unknown' | 'nobody'
  /** The contact's id; `null` for a new contact, which has none yet, and where there is none. */
  contact: string | null
  email: string | null
  because: string
}

/** Whose personal link was used, or whom the browser remembers. */
export interface KnownHolder {
  id: string
  by: 'link' | 'browser'
}

/** A record that a submission opens or updates. */
export interface Touched {
  record: RecordType
  /** `null` for one that is opened. */
  id: string | null
  /** What it is matched by from now on; `null` where that is its own id. */
  key: string | null
  /** The mail domain that a company has, or gets. */
  domain: string | null
  /** What people call it, where it is there already. */
  title: string | null
  because: string
}

/** What was answered that may tell who it is. */
export interface Answered {
  email: string | null
  /** In the form of E.164. */
  phone?: string | null
}

/** What a form says of who it is from. */
export interface Matching {
  /** Whether it makes contacts of strangers. */
  opens: boolean
  phone: Form['records']['phone']
}

const USUAL: Matching = { opens: true, phone: 'before link' }

/**
 * Matches a submission with a contact.
 *
 * The answered email decides. Where none was answered, a phone number does that one contact has, and the personal link,
 * or a browser that remembers somebody, in the order that the form says. They never come before the address, because
 * links get forwarded and browsers shared: whoever types another address is somebody else, and must not overwrite the
 * person who is known by them. Nor does a phone: whoever gives a new address with a known number is proposed as a likely
 * double, and gets none of what waits for another address.
 */
export function matchPerson(
  { email, phone = null }: Answered,
  known: KnownHolder | null,
  records: readonly RecordState[],
  matching: Matching = USUAL,
): Person {
  const contacts = records.filter(({ type }) => type === 'contact')
  if (email) return byEmail(email, known, contacts, matching.opens)
  const called = phone === null || matching.phone === 'never' ? null : byPhone(phone, known, contacts)
  const held = known && byHolder(known, contacts)
  const found = matching.phone === 'after link' ? (held ?? called) : (called ?? held)
  return found ?? { how: 'nobody', contact: null, email: null, because: whyNobody(phone, matching, contacts) }
}

function byEmail(email: string, known: KnownHolder | null, contacts: readonly RecordState[], opens: boolean): Person {
  const contact = contacts.find(({ key }) => key === email) ?? contacts.find((one) => isKnownBy(one, email))
  if (!contact && !opens)
    return {
      how: 'unknown',
      contact: null,
      email,
      because: `No contact has the address ${email}, and this form opens none`,
    }
  if (!contact) return { how: 'new', contact: null, email, because: `No contact has the address ${email}` }
  const because =
    contact.id === known?.id
      ? `The ${WAYS[known.by]} and the address belong to this contact`
      : contact.key === email
        ? `The address ${email} belongs to this contact`
        : `The address ${email} is one that this contact had, too`
  return { how: 'email', contact: contact.id, email, because }
}

const withPhone = (phone: string, contacts: readonly RecordState[]): RecordState[] =>
  contacts.filter(({ values }) => phonesIn(values).includes(phone))

/** The one contact that has a phone number; a number that several have tells nobody apart. */
function byPhone(phone: string, known: KnownHolder | null, contacts: readonly RecordState[]): Person | null {
  const [contact, other] = withPhone(phone, contacts)
  if (!contact || other) return null
  const because =
    contact.id === known?.id
      ? `No address was answered; the ${WAYS[known.by]} and the phone number belong to this contact`
      : `No address was answered; the phone number ${phone} belongs to this contact`
  // Whoever types a number gets no mail at the address of whose it is, unless they show that it is theirs.
  return { how: 'phone', contact: contact.id, email: contact.id === known?.id ? contact.key : null, because }
}

function byHolder({ id, by }: KnownHolder, contacts: readonly RecordState[]): Person | null {
  const holder = contacts.find((one) => one.id === id)
  return holder
    ? {
        how: by === 'link' ? 'personal_link' : 'remembered',
        contact: holder.id,
        email: holder.key,
        because: `No address was answered; the ${WAYS[by]} belongs to this contact`,
      }
    : null
}

function whyNobody(phone: string | null, matching: Matching, contacts: readonly RecordState[]): string {
  if (phone === null || matching.phone === 'never') return 'No address was answered and there was no personal link'
  const shared = withPhone(phone, contacts).length
  return shared > 1
    ? `No address was answered, and ${shared} contacts have the phone number ${phone}`
    : `No address was answered, and no contact has the phone number ${phone}`
}

const WAYS = { link: 'personal link', browser: 'remembered browser' }

/**
 * The address a person is matched by: the first one really answered on their way, whichever of the form's
 * email questions asked for it. Carried values are claims and never tell who somebody is.
 */
export function emailIn(form: Form, values: Answers): string | null {
  const answered = emailQuestions(form).map(({ name }) => valueIn(values, name))
  return answered.find((email) => typeof email === 'string' && email !== '')?.toString() ?? null
}

/**
 * The phone number a person is matched by: the first one really answered on their way that lands on the contact, in the
 * form of E.164. Carried values are claims and never tell who somebody is.
 */
export function phoneIn(form: Form, values: Answers): string | null {
  if (form.records.phone === 'never') return null
  const answered = phoneQuestions(form).map(({ name }) => valueIn(values, name))
  return answered.find((phone) => typeof phone === 'string' && phone !== '')?.toString() ?? null
}

/** The code that answers say, of whoever brought their sender along; `null` for none, and where there is a slip in it. */
export function codeSaid(form: Form, values: Answers): string | null {
  const said = form.records.broughtBy === null ? null : valueIn(values, form.records.broughtBy)
  return typeof said === 'string' ? readReferralCode(said) : null
}

/** Whether a person has, or now gets, a record of theirs. */
export const isKnown = ({ how }: Person): boolean => how !== 'nobody' && how !== 'unknown'

/**
 * Matches a submission with a company: by the name that was answered, else by the domain of the person's own
 * mail, which says nothing where it is a free service's. A name that nobody has opens one.
 */
export function matchCompany(
  name: string | null,
  email: string | null,
  records: readonly RecordState[],
): Touched | null {
  const companies = records.filter(({ type }) => type === 'company')
  const key = name === null ? '' : companyKey(name)
  const domain = email === null ? null : companyDomain(email)
  const named =
    key === ''
      ? undefined
      : (companies.find((company) => company.key === key) ?? companies.find((company) => isKnownBy(company, key)))
  const match = (company: RecordState, because: string): Touched => ({
    record: 'company',
    id: company.id,
    key: company.key,
    domain: company.domain ?? domain,
    title: titleOf(company),
    because,
  })
  if (named) return match(named, `A company is called “${name}”`)
  const writesFrom = (company: RecordState) =>
    company.domain === domain || company.also?.some((one) => one.domain === domain)
  const housed = domain === null ? undefined : companies.find(writesFrom)
  if (housed) return match(housed, `Its people write from ${domain}`)
  return key === ''
    ? null
    : { record: 'company', id: null, key, domain, title: null, because: `No company is called “${name}”` }
}

/**
 * The deal or request a submission is about: a new one, or the latest this form opened for the same person that is not
 * over, and holds the same in the field that tells one from another: `told` is what lands there.
 */
export function matchOpening(
  record: 'deal' | 'request',
  { again, by, ended = OVER[record] }: Opening,
  told: Answer,
  contact: string | null,
  formId: string | null,
  records: readonly RecordState[],
): Touched {
  const isSame = ({ values }: RecordState): boolean =>
    !ended.includes(String(values[progressOf(record)] ?? '')) && (by === null || sameAnswer(values[by] ?? null, told))
  const before = records.find(
    (one) => one.type === record && one.contact === contact && one.form === formId && isSame(one),
  )
  if (again === 'same' && contact !== null && before)
    return {
      record,
      id: before.id,
      key: null,
      domain: null,
      title: titleOf(before),
      because: 'This form opened it for the same person',
    }
  return { record, id: null, key: null, domain: null, title: null, because: `This form opens a ${record}` }
}

/** The company's name as it was answered: the first value that lands there. */
export function companyNameIn(form: Form, values: Answers): string | null {
  for (const { name, lands } of valuesThatLand(form))
    for (const { record, field, part } of lands) {
      const path = joinPath(name, part)
      const answer = valueAt(values, path)
      if (record === 'company' && field === 'name' && !isBlank(answer)) return showAt(form, path, answer)
    }
  return null
}
