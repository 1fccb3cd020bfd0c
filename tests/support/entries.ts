import { until } from './api'
import { figure } from './database'
import { readFacts } from './facts'

const { database } = readFacts()

/** Waits until an unfinished entry of a form is kept that has this in it. */
export const entryKept = (slug: string, text: string): Promise<true> =>
  until(`${text} is kept of an entry`, async () => {
    const kept = `select count(*) from visit v join form f on f.id = v.form_id
      where slug = $1 and position($2 in answers::text) > 0`
    return (await figure(database, kept, [slug, text])) > 0
  })

/** Waits until whatever has happened with a form is counted in its numbers. */
export const nothingToCount = (slug: string): Promise<true> =>
  until('everything is counted', async () => {
    const waiting = `select count(*) from graphile_worker.jobs j join form f on j.key like '%' || f.id || '%'
      where slug = $1 and task_identifier = 'count_readout'`
    return (await figure(database, waiting, [slug])) === 0
  })
