import type { Stop } from '@/core/form/stops'
import type { Speech } from '@/core/language/texts'

/** How far a stop is on this visitor's own way: what does not show does not count. */
export const tellProgress = (speech: Speech, stops: readonly Stop[], at: number): string =>
  speech.tell(stops[at]?.question ? 'question_of' : 'step_of', { at: at + 1, all: stops.length })
