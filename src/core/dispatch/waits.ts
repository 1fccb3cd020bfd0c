import type { Waits } from '../form/waits'
import type { Desk } from './desk'
import { type Hours, nextWithin } from './hours'

/** What a message waits for, as a plan has it: complete, and in words that follow what goes out: “after 2 hours”. */
export type PlannedWait = { words: string } & ({ for: 'time'; minutes: number } | { for: 'hours'; hours: Hours })

/** What a message waits for; `unmet` says why it waits for nothing although it was to. */
export function planWait(
  waits: Waits | null,
  desks: readonly Desk[],
): { wait: PlannedWait | null; unmet: string | null } {
  if (waits === null) return { wait: null, unmet: null }
  if (waits.for === 'time') return { wait: { ...waits, words: `after ${tellMinutes(waits.minutes)}` }, unmet: null }
  const desk = desks.find(({ name }) => name === waits.desk)
  if (desk?.hours)
    return { wait: { for: 'hours', hours: desk.hours, words: `in the hours of ${desk.title}` }, unmet: null }
  return { wait: null, unmet: `it was to go out in the hours of ${desk?.title ?? waits.desk}, which has none` }
}

/**
 * Until when it waits: so long after it was sent, or, where `now` is not within the hours, until they begin; `null`
 * where it goes out at once.
 */
export function waitsUntil(wait: PlannedWait, sentAt: Date, now: Date): Date | null {
  const until = wait.for === 'time' ? new Date(sentAt.getTime() + wait.minutes * 60_000) : nextWithin(wait.hours, now)
  return until === null || until <= now ? null : until
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
