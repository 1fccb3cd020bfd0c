import { listFormNames } from '@/db/queries/forms'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Begin } from '@/studio/forms/begin'
import { readFirst } from '@/studio/lists/lists'

export const metadata = { title: 'Begin a form' }

export default memberPage('edit', async (member, { search: { search } }) => {
  const query = { search, sort: '-sent', shelf: 'in use' } as const
  const [first, known] = await Promise.all([
    readFirst('forms', member, query),
    listFormNames(context().db, member.workspaceId),
  ])
  return <Begin query={query} first={first} known={known} />
})
