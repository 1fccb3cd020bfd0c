import { listFormNames } from '@/db/queries/forms'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { readFirst } from '@/studio/lists/lists'
import { FormsTable } from '@/studio/forms/formsTable'

export const metadata = { title: 'Forms' }

export default memberPage(async (member, { search: { search, sort, new: wanted } }) => {
  const query = { search, sort }
  const [first, known] = await Promise.all([
    readFirst('forms', member, query),
    wanted === undefined ? null : listFormNames(context().db, member.workspaceId),
  ])
  return <FormsTable query={query} first={first} known={known} />
})
