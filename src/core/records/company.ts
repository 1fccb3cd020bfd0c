import freeMail from 'email-providers/all.json' with { type: 'json' }
import { getDomain } from 'tldts'
import { foldCase } from '../logic/fold_case'

/** What companies are matched by: their name as people write it, and the domain their mail comes from. */

/** A company's name without regard to case, and to how its words are spaced and stopped. */
export const companyKey = (name: string): string =>
  foldCase(name.normalize('NFKC'))
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

const FREE = new Set<string>(freeMail)

/**
 * The domain that an address shares with its company: the registrable one (`mail.studio.example` →
 * `studio.example`). `null` for the domain of a free mail service, which says nothing, and for what is none.
 */
export function companyDomain(email: string): string | null {
  const host = email.split('@')[1]?.toLowerCase() ?? ''
  const domain = getDomain(host, { allowPrivateDomains: true }) ?? null
  return domain === null || FREE.has(domain) || FREE.has(host) ? null : domain
}
