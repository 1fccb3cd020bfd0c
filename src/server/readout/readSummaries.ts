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
  const sent = await heavily(() => readSentValues(db, formId, from, to, MOST))
  const all = summarise(
    form,
    sent.map(({ values }) => values),
    countEach(sent.flatMap(({ known }) => known)),
  )
  return withWords ? all : all.map(withoutWords)
}

/** How often each name is there. */
function countEach(names: readonly string[]): Map<string, number> {
  const counts = new Map<string, number>()
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1)
  return counts
}
