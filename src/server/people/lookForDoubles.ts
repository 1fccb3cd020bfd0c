import { findCompanyDoubles } from '@/core/records/same_company'
import { findDoubles } from '@/core/records/same_person'
import type { Db } from '@/db/database'
import { readCandidates, readColleagues, readCompanies, writeDoubles } from '@/db/queries/doubles'
import { readResources } from '@/db/queries/workspace'

/** Most pairs that are kept: nobody goes through more before they are looked for again. */
const MOST = 2000

/**
 * Looks for contacts that may be one person, and for companies that may be one, and keeps the likeliest. `pause` is
 * awaited often: with many contacts this takes a while, in which others have work to do as well.
 */
export async function lookForDoubles(db: Db, workspaceId: string, pause: () => Promise<void>): Promise<void> {
  const { fields } = await readResources(db, workspaceId)
  const phones = fields.filter(({ record, type }) => record === 'contact' && type === 'phone').map(({ name }) => name)
  const houses = await readCompanies(db, workspaceId)
  const companies = await findCompanyDoubles(houses, pause)
  const people = await findDoubles({
    everybody: () => readCandidates(db, workspaceId, phones),
    colleagues: () => readColleagues(db, workspaceId, houses),
    pause,
  })
  const found = [...people.likeliest(MOST), ...companies.likeliest(MOST)]
  await db.transaction().execute((tx) => writeDoubles(tx, workspaceId, found))
}
