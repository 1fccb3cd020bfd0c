import { type Candidate, findCompanyDoubles, findDoubles } from '@/core/records/doubles'
import type { Db } from '@/db/database'
import { readCandidates, readCompanies, writeDoubles } from '@/db/queries/doubles'
import { readResources } from '@/db/queries/workspace'

/** Most pairs that are kept: nobody goes through more before they are looked for again. */
const MOST = 2000

/** Looks for contacts that may be one person, and for companies that may be one, and keeps the likeliest. */
export async function lookForDoubles(db: Db, workspaceId: string): Promise<void> {
  const { fields } = await readResources(db, workspaceId)
  const phones = fields.filter(({ record, type }) => record === 'contact' && type === 'phone').map(({ name }) => name)
  const candidates: Candidate[] = []
  for await (const one of readCandidates(db, workspaceId, phones)) candidates.push(one)
  const found = [
    ...findDoubles(candidates).slice(0, MOST),
    ...findCompanyDoubles(await readCompanies(db, workspaceId)).slice(0, MOST),
  ]
  await db.transaction().execute((tx) => writeDoubles(tx, workspaceId, found))
}
