import { dayIn } from '@/core/formats/zone'

/** The days a readout covers: the last thirty, today included, unless told otherwise, in a time zone. */
export function defaultSpan(
  given: { from?: string | undefined; to?: string | undefined },
  now: Date,
  zone: string,
): { from: string; to: string } {
  const to = given.to ?? dayIn(zone, now)
  const from = given.from ?? dayOf(new Date(Date.parse(to) - 29 * 24 * 60 * 60 * 1000))
  return from <= to ? { from, to } : { from: to, to: from }
}

const dayOf = (moment: Date): string => moment.toISOString().slice(0, 10)
