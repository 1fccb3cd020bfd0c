import type { z } from 'zod'
import type { SheetState } from '@/db/schema_of_links'
import type { readSheet } from '@/server/deeds/link_sheets'
import type { Tone } from '../ui/chip'

/** A sheet as its page gets it. */
export type OneSheet = z.input<(typeof readSheet)['gives']>

/** How far a sheet is, in words. */
export const STATES: Record<SheetState, { words: string; tone: Tone }> = {
  making: { words: 'being made', tone: 'teal' },
  made: { words: 'made', tone: 'moss' },
  stopped: { words: 'stopped', tone: 'red' },
  withdrawn: { words: 'withdrawn', tone: 'plain' },
}
