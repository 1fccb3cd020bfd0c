import { findCompany } from '@/db/queries/people'
import { readResources } from '@/db/queries/workspace'
import { foundPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Company } from '@/studio/people/company'

export const metadata = { title: 'Company' }

export default foundPage(findCompany, async (company, { workspaceId }) => {
  const { fields, lists } = await readResources(context().db, workspaceId)
  return <Company company={company} fields={fields} lists={lists} />
})
