import type { Stop } from '@/core/form/stops'

/** How far a stop is on this visitor's own way: what does not show does not count. */
export const tellProgress = (stops: readonly Stop[], at: number): string =>
  `${stops[at]?.question ? 'Question' : 'Step'} ${at + 1} of ${stops.length}`
