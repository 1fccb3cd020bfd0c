import { listFormNames } from '@/db/queries/forms'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { formsAction } from '@/studio/forms/actions'
import { FormsTable } from '@/studio/forms/formsTable'

export const metadata = { title: 'Forms' }

export default memberPage(async ({ workspaceId }, { search: { search, sort, new: wanted } }) => {
  const query = { search, sort }
  const [first, known] = await Promise.all([
    formsAction(query, null),
    wanted === undefined ? null : listFormNames(context().db, workspaceId),
  ])
  return <FormsTable query={query} first={first} known={known} />
})
