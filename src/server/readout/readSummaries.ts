import type { Form } from '@/core/form/definition'
import { summarise, type Summary, withoutWords } from '@/core/readout/summary'
import type { Db } from '@/db/database'
import { readSentValues } from '@/db/queries/readout'
import { heavily } from '../heavy'

/** Most submissions that are summed up: the latest of the span. */
const MOST = 20_000

/**
 * What people answered who sent a form on these days, both included, question by question. What somebody wrote in their
 * own words is only for those who may see people.
 */
export async function readSummaries(
  db: Db,
  formId: string,
  form: Form,
  from: string,
  to: string,
  withWords: boolean,
): Promise<Summary[]> {
  const all = summarise(form, await heavily(() => readSentValues(db, formId, from, to, MOST)))
  return withWords ? all : all.map(withoutWords)
}
