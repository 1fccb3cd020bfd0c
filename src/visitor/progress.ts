import type { Stop } from '@/core/form/stops'
import type { Speech } from '@/core/language/texts'

/** How far a stop is on this visitor's own way: what does not show does not count. */
export const tellProgress = (speech: Speech, stops: readonly Stop[], at: number): string =>
  speech.tell(stops[at]?.question ? 'question_of' : 'step_of', { at: at + 1, all: stops.length })

/** What those words depend on, beside the language: where it is the same, they are. */
export const markProgress = (stops: readonly Stop[], at: number): string =>
  [at, stops.length, stops[at]?.question].join()
