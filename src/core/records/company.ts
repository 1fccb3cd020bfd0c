import { getDomain } from 'tldts'
import { isAnybodysMail } from '../answers/mail_domains'
import { foldCase } from '../logic/fold_case'

/** What companies are matched by: their name as people write it, and the domain their mail comes from. */

/** A company's name without regard to case, and to how its words are spaced and stopped. */
export const companyKey = (name: string): string =>
  foldCase(name.normalize('NFKC'))
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

/**
 * The domain that an address shares with its company: the registrable one (`mail.studio.example` →
 * `studio.example`). `null` for the domain of a free mail service or of addresses to be thrown away, which say nothing, and for none.
 */
export function companyDomain(email: string): string | null {
  const host = email.split('@')[1]?.toLowerCase() ?? ''
  const domain = getDomain(host, { allowPrivateDomains: true }) ?? null
  return domain === null || isAnybodysMail(domain) || isAnybodysMail(host) ? null : domain
}
