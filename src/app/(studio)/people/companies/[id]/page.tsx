import { listDoublesOf } from '@/db/queries/doubles'
import { findCompany } from '@/db/queries/people'
import { isGone, orGone } from '@/db/queries/records'
import { readResources } from '@/db/queries/workspace'
import { foundPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Gone } from '@/studio/people/gone'
import { Company } from '@/studio/people/company'

export const metadata = { title: 'Company' }

export default foundPage('people', orGone(findCompany), async (company, { workspaceId }) => {
  if (isGone(company)) return <Gone gone={company} />
  const [{ fields, lists, members }, doubles] = await Promise.all([
    readResources(context().db, workspaceId),
    listDoublesOf(context().db, workspaceId, company.id),
  ])
  return <Company {...{ company, fields, lists, members, doubles }} />
})
