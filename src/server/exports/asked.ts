import { z } from 'zod'
import { narrowedSchema } from '../deeds/arrivals'
import { deedSchema, whichSchema } from '../deeds/history'
import { ownerSchema, searchSchema, segmentNameSchema, slugSchema } from '../deeds/lists'
import { PERSON_FORMATS } from './person/write'
import { EXPORT_FORMATS } from './write'

/** What a download is asked for with: its format, and the filter of the list it is of. */

/** Records that are named one by one. */
const idsSchema = z
  .string()
  .max(8000)
  .transform((text) => text.split(','))
  .pipe(z.array(z.uuid()).min(1).max(200))
  .optional()
  .describe('Only these, by id, with commas between; 200 at most')

const formatSchema = z.enum(EXPORT_FORMATS).describe('CSV (RFC 4180), XLSX, or JSON Lines')

const columnsSchema = z
  .string()
  .max(8000)
  .transform((text) => [...new Set(text.split(','))])
  .optional()
  .describe('Only these columns, by name, with commas between; what was answered by its path')

export const submissionExportSchema = z.object({
  format: formatSchema,
  columns: columnsSchema,
  words: z
    .enum(['names', 'labels'])
    .default('names')
    .describe('`labels`: columns and choices as people read them. JSON Lines have names whichever it is'),
  rows: z
    .enum(['submissions', 'values'])
    .default('submissions')
    .describe('`values`: a row for each thing that was answered, each choice of several one of its own'),
  form: slugSchema.optional(),
  state: narrowedSchema.optional(),
  search: searchSchema,
})

export const historyExportSchema = z.object({
  format: formatSchema,
  which: whichSchema.default('done'),
  deed: deedSchema.optional(),
  search: searchSchema,
})

export const sheetExportSchema = z.object({ format: formatSchema.default('csv'), id: z.uuid() })

export const leftOutExportSchema = z.object({ format: formatSchema, import: z.uuid() })

export const peopleExportSchema = z.object({
  format: formatSchema,
  search: searchSchema,
  owner: ownerSchema,
  segment: segmentNameSchema,
  ids: idsSchema,
})

export const membersExportSchema = z.object({ format: formatSchema, list: z.string().max(60) })

export const personExportSchema = z.object({ format: z.enum(PERSON_FORMATS), id: z.uuid() })
