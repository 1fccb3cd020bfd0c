/** For how many days a mail that asks to confirm a list can be answered. */
export const ANSWERED_WITHIN = 14

/** How somebody agreed to be on a list: kept as evidence, also after they have left it. */
export interface Consent {
  /** The address that it was given with. */
  address: string
  /** What showed that the address is theirs: the mail in which they confirmed it, or what they came by; `null` for nothing. */
  proven: 'mail' | 'link' | 'browser' | null
  /** How they were spoken to when they gave it (BCP 47). */
  locale?: string
  /** The asking that they confirmed, by id. */
  asked?: string
  /** Where it is from, where it was not given here. */
  origin?: string
  /** When it was given, where that was before it came here. */
  given?: string
}
