import { readColumns } from '@/db/queries/views'
import { readResources } from '@/db/queries/workspace'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { readFirst } from '@/studio/lists/lists'
import { Companies } from '@/studio/people/companies'

export const metadata = { title: 'Companies' }

export default memberPage('people', async (member, { search: { search, sort, owner } }) => {
  const query = { search, sort, owner }
  const [{ fields, lists, members }, kept, first] = await Promise.all([
    readResources(context().db, member.workspaceId),
    readColumns(context().db, { ...member, list: 'companies' }),
    readFirst('companies', member, query),
  ])
  return <Companies {...{ query, kept, first }} around={{ fields, lists, members }} />
})
