import normalizeEmail from 'validator/lib/normalizeEmail.js'

/**
 * The mailbox that an address most likely leads to, for counting and nothing else: without what many providers let
 * people add to theirs (a tag after `+`, RFC 5233, 1; dots and letter case, where a provider is known to look past them).
 * Two addresses of one mailbox may still be told apart, and two mailboxes of a provider that takes `+` for a letter
 * count as one.
 */
export function mailboxOf(address: string): string {
  const folded = normalizeEmail(address) || address.toLowerCase()
  const at = folded.lastIndexOf('@')
  const [local = ''] = folded.slice(0, at).split('+')
  return at > 0 && local !== '' ? `${local}${folded.slice(at)}` : folded
}
