import throwAway from 'disposable-email-domains-js/dist/dict/disposable_email_blocklist.json' with { type: 'json' }
import freeMail from 'email-providers/all.json' with { type: 'json' }

/** Domains whose mail says nothing of whoever has it. The lists are long: only the server has them. */
const ANYBODYS = new Set<string>([...freeMail, ...throwAway])

/** Whether an address at a domain is anybody's: that of a free mail service, or one to be thrown away. */
export const isAnybodysMail = (domain: string): boolean => ANYBODYS.has(domain)
