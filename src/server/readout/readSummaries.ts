import type { Form } from '@/core/form/definition'
import { summarise, type Summary } from '@/core/readout/summary'
import type { Db } from '@/db/database'
import { readSentValues } from '@/db/queries/readout'
import { heavily } from '../heavy'

/** Most submissions that are summed up: the latest of the span. */
const MOST = 20_000

/** What people answered who sent a form on these days, both included, question by question. */
export const readSummaries = async (db: Db, formId: string, form: Form, from: string, to: string): Promise<Summary[]> =>
  summarise(form, await heavily(() => readSentValues(db, formId, from, to, MOST)))
