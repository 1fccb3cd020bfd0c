import { z } from 'zod'
import { type KindRules } from '../answers/answer'
import { FILE_SORT_NAMES, type FileSort, typesOf, wordsOfSorts } from '../answers/file_sorts'
import { filesSchema, readFiles, showFiles } from '../answers/files'
import type { KindManner } from '../answers/kind'

/** Settings of a question for files. */
export const settings = () => ({
  sorts: z
    .array(z.enum(FILE_SORT_NAMES))
    .min(1, 'Take at least one sort of file')
    .max(FILE_SORT_NAMES.length)
    .default(['pictures', 'documents'])
    .describe('Sorts of file that are taken, by what is in them'),
  megabytes: z.int().min(1).max(500).default(10).describe('Largest that one file may be, in millions of bytes'),
  most: z.int().min(1).max(20).default(1).describe('Most files that may be sent'),
})

interface Files {
  /** Name of the question: a file is sent to one. */
  name?: string
  sorts: readonly FileSort[]
  megabytes: number
  most: number
}

/** The addresses of files that were sent, in the order they came. */
export const rules: KindRules<Files> = {
  check: (raw, { name = '', most }, facts) => readFiles(raw, name, most, facts),
  show: (answer, _, speech) => showFiles(answer, speech),
  missing: () => ({ code: 'add_file' }),
}

export const manner: KindManner<Files> = {
  words: 'File',
  texts: ['add_file', 'file_again', 'file_coming', 'file_lost', 'too_many'],
  suggestedBy: {
    words: /\b(upload|attach|photos? of|pictures? of|an? (plan|drawing|sketch|scan) of|files?|send us an?)\b/i,
    sureness: 4,
  },
  must: ({ sorts, megabytes, most }) =>
    `${most > 1 ? `up to ${most}: ` : ''}${wordsOfSorts(sorts)}, ${megabytes} MB at most`,
  domain: () => ({ is: 'files' }),
  schema: ({ most }) => filesSchema(most),
  width: 'full',
  fillable: false,
  unsummed: true,
  files: ({ sorts, megabytes, most }) => ({ types: typesOf(sorts), bytes: megabytes * 1_000_000, most }),
}
