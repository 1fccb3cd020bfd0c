import type { z } from 'zod'
import type { ImportCounts, ImportState, RowIs } from '@/db/schema_of_imports'
import type { readImport } from '@/server/deeds/imports'
import type { Tone } from '../ui/chip'
import { figure } from '../ui/show'

/** An import as its page gets it. */
export type OneImport = z.input<(typeof readImport)['gives']>

export const STATES: Record<ImportState, { words: string; tone: Tone }> = {
  reading: { words: 'being read', tone: 'teal' },
  mapping: { words: 'to be set out', tone: 'amber' },
  checking: { words: 'being looked at', tone: 'teal' },
  ready: { words: 'ready', tone: 'amber' },
  bringing: { words: 'being brought in', tone: 'teal' },
  stopped: { words: 'stopped', tone: 'amber' },
  done: { words: 'brought in', tone: 'moss' },
  parting: { words: 'being put back', tone: 'teal' },
  parted: { words: 'put back', tone: 'plain' },
  failed: { words: 'failed', tone: 'red' },
}

/** What came of rows, or would. */
export const SORTS: Record<RowIs, { would: string; did: string; tone: Tone }> = {
  made: { would: 'new', did: 'made', tone: 'moss' },
  changed: { would: 'changed', did: 'changed', tone: 'teal' },
  same: { would: 'already so', did: 'already so', tone: 'plain' },
  again: { would: 'address in a row before', did: 'address in a row before', tone: 'amber' },
  unknown: { would: 'known to nobody, left out', did: 'known to nobody, left out', tone: 'plain' },
  wrong: { would: 'wrong, left out', did: 'wrong, left out', tone: 'red' },
}

export const ALL_SORTS = Object.keys(SORTS) as RowIs[]

export const tellCounts = (counts: ImportCounts): string =>
  ALL_SORTS.flatMap((sort) => {
    const n = counts[sort] ?? 0
    return n > 0 ? [`${figure(n)} ${SORTS[sort].did}`] : []
  }).join(' · ')
