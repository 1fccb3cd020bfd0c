/** A failure that trying again cannot mend, such as an address that does not exist. */
export class Permanent extends Error {}

/**
 * Whether a delivery that failed like this can never succeed as it is. Mail servers say so with a reply of
 * the class 5xx (RFC 5321, 4.2.1); anything that is not said to be permanent may pass.
 */
export function isPermanent(error: unknown): boolean {
  const code = replyOf(error)
  return error instanceof Permanent || (code >= 500 && code < 600)
}

/**
 * Whether a failure that may pass is one mail's alone: mail servers put off single mailboxes, as where they are full,
 * with a reply of the class 4xx; 421 is the server's own trouble (RFC 5321, 4.2.2).
 */
export function isOfOneMail(error: unknown): boolean {
  const code = replyOf(error)
  return code >= 400 && code < 500 && code !== 421
}

/** What a mail server replied; `NaN` where none did. */
const replyOf = (error: unknown): number =>
  Number((error as { responseCode?: unknown } | null | undefined)?.responseCode ?? NaN)

/** HTTP answers that may be other next time: a time-out, “too early”, “too many” (RFC 9110, 8470, 6585), and 5xx. */
const PASSING = new Set([408, 425, 429])

/** Whether an HTTP answer refuses for good. A redirect is one: nobody said that it may be followed. */
export const refusesForGood = (status: number): boolean => status >= 300 && status < 500 && !PASSING.has(status)

/** Throws for an HTTP answer that is none of success, with what was said, and as what it is. */
export function requireOk(who: string, { status, text }: { status: number; text: string }): void {
  if (status >= 200 && status < 300) return
  const reason = `${who} answered ${status}: ${text.slice(0, 300)}`
  throw refusesForGood(status) ? new Permanent(reason) : new Error(reason)
}
