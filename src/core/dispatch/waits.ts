import type { Waits } from '../form/waits'
import { ANSWERED_WITHIN } from '../records/consent'
import type { Desk } from './desk'
import { type Hours, nextWithin } from './hours'

const MINUTE = 60_000
const DAY = 24 * 60 * MINUTE

/** What a message waits for, as a plan has it: complete, and in words that follow what goes out: “after 2 hours”. */
export type PlannedWait = { words: string } & (
  | { for: 'time'; minutes: number }
  | { for: 'hours'; hours: Hours }
  | { for: 'confirmed' }
)

/**
 * What a message waits for; `unmet` says why it waits for nothing although it was to. `isAsked` where the visitor is
 * asked by mail to confirm lists: whoever is not has nothing to confirm.
 */
export function planWait(
  waits: Waits | null,
  desks: readonly Desk[],
  isAsked: boolean,
): { wait: PlannedWait | null; unmet: string | null } {
  if (waits === null) return { wait: null, unmet: null }
  if (waits.for === 'confirmed')
    return { wait: isAsked ? { ...waits, words: 'once they have confirmed by mail' } : null, unmet: null }
  if (waits.for === 'time') return { wait: { ...waits, words: `after ${tellMinutes(waits.minutes)}` }, unmet: null }
  const desk = desks.find(({ name }) => name === waits.desk)
  if (desk?.hours)
    return { wait: { for: 'hours', hours: desk.hours, words: `in the hours of ${desk.title}` }, unmet: null }
  return { wait: null, unmet: `it was to go out in the hours of ${desk?.title ?? waits.desk}, which has none` }
}

/**
 * Until when it waits: so long after it was sent, or, where `now` is not within the hours, until they begin; at most as
 * long as a mail that asks to confirm can be answered, which is sent `now`. `null` where it goes out at once.
 */
export function waitsUntil(wait: PlannedWait, sentAt: Date, now: Date): Date | null {
  const until = endOf(wait, sentAt, now)
  return until === null || until <= now ? null : until
}

function endOf(wait: PlannedWait, sentAt: Date, now: Date): Date | null {
  if (wait.for === 'hours') return nextWithin(wait.hours, now)
  if (wait.for === 'time') return new Date(sentAt.getTime() + wait.minutes * MINUTE)
  return new Date(now.getTime() + ANSWERED_WITHIN * DAY)
}

interface DeliveryState {
  state: string
  attempts: number
  dueAt: Date | string | null
  nextAt: Date | string | null
}

/** Whether a delivery goes out later as it was planned, and nothing of it has been tried. */
export const waitsForItsTime = ({ state, attempts, dueAt, nextAt }: DeliveryState): boolean =>
  state === 'waiting' && attempts === 0 && dueAt !== null && nextAt !== null

const UNITS = [
  [24 * 60, 'day'],
  [60, 'hour'],
  [1, 'minute'],
] as const

/** Minutes in the greatest unit that tells them whole: “2 hours”, “90 minutes”. */
function tellMinutes(minutes: number): string {
  const [size, unit] = UNITS.find(([one]) => minutes % one === 0) ?? UNITS[2]
  const n = minutes / size
  return n === 1 ? `1 ${unit}` : `${n} ${unit}s`
}
