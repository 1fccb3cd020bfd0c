/** An address that a mail server said is none, and in which words. */
interface Refusal {
  address: string
  reason: string
}

/** Replies to a recipient that say that there is no such mailbox (RFC 5321, 4.2.3). */
const NO_SUCH_MAILBOX = new Set([550, 551, 553])

/** Said of a mail and not of a mailbox: security or policy (RFC 3463, 3.8). */
const OF_POLICY = /^\d{3}[ -]5\.7\./

/** The addresses that a mail server refused for good, whatever the mail had been: sending to them again is no use. */
export function refusalsIn(error: unknown): Refusal[] {
  const { rejectedErrors = [] } = (error ?? {}) as { rejectedErrors?: RejectedRecipient[] }
  return rejectedErrors.flatMap(({ recipient, responseCode = 0, response = '' }) =>
    recipient !== undefined && NO_SUCH_MAILBOX.has(responseCode) && !OF_POLICY.test(response)
      ? [{ address: recipient, reason: response.replaceAll(/\s+/g, ' ').slice(0, 300) }]
      : [],
  )
}

/** What the mail client tells of a recipient that was refused. */
interface RejectedRecipient {
  recipient?: string
  responseCode?: number
  response?: string
}
