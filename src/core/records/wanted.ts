import type { Answers } from '../answers/answer'
import type { Form } from '../form/definition'
import { readsCode } from '../fill/reads'
import { companyDomain, companyKey } from './company'
import { codeSaid, companyNameIn, emailIn, phoneIn } from './match'

/** Records that may be matched: contacts by address, phone or id, companies by key or mail domain, and what forms have opened. */
export interface Wanted {
  emails: readonly string[]
  /** Phone numbers, in the form of E.164. */
  phones: readonly string[]
  contacts: readonly string[]
  companyKeys: readonly string[]
  domains: readonly string[]
  /** Whether deals and requests of these people count, too. */
  openings: boolean
  /** Whether the companies that these people belong to count, too. */
  houses: boolean
  /** Referral codes that were said: whose they are counts. */
  codes: readonly string[]
  /** Whether it counts which codes these people have. */
  ownCodes: boolean
}

/** Nothing that is stored. */
export const NOTHING_WANTED: Wanted = {
  emails: [],
  phones: [],
  contacts: [],
  companyKeys: [],
  domains: [],
  openings: false,
  houses: false,
  codes: [],
  ownCodes: false,
}

/** What one submission may match: whoever makes its plan must know all of it. `form` is `null` where none can be read. */
export function wantedBy(form: Form | null, values: Answers, linkHolder: string | null): Wanted {
  const contacts = linkHolder ? [linkHolder] : []
  if (!form) return { ...NOTHING_WANTED, contacts }
  const { records } = form
  const email = emailIn(form, values)
  const phone = email === null ? phoneIn(form, values) : null
  const code = codeSaid(form, values)
  const company = records.company ? companyNameIn(form, values) : null
  const domain = records.company && email ? companyDomain(email) : null
  return {
    emails: email ? [email] : [],
    phones: phone ? [phone] : [],
    contacts,
    companyKeys: company ? [companyKey(company)] : [],
    domains: domain ? [domain] : [],
    openings: records.deal?.again === 'same' || records.request?.again === 'same',
    houses: records.owner === 'company',
    codes: code ? [code] : [],
    ownCodes: code !== null || readsCode(form),
  }
}

/** What several submissions may match, each thing once. */
export function joinWanted(all: readonly Wanted[]): Wanted {
  const each = (key: 'emails' | 'phones' | 'contacts' | 'companyKeys' | 'domains' | 'codes') => [
    ...new Set(all.flatMap((one) => one[key])),
  ]
  return {
    emails: each('emails'),
    phones: each('phones'),
    contacts: each('contacts'),
    companyKeys: each('companyKeys'),
    domains: each('domains'),
    openings: all.some(({ openings }) => openings),
    houses: all.some(({ houses }) => houses),
    codes: each('codes'),
    ownCodes: all.some(({ ownCodes }) => ownCodes),
  }
}
