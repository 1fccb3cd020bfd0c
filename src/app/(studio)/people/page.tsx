import { listSegments } from '@/db/queries/segments'
import { readColumns } from '@/db/queries/views'
import { readResources } from '@/db/queries/workspace'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { readFirst } from '@/studio/lists/lists'
import { People } from '@/studio/people/people'

export const metadata = { title: 'People' }

export default memberPage('people', async (member, { search: { search, sort, owner, segment } }) => {
  const { db } = context()
  const query = { search, sort, owner, segment }
  const [{ fields, lists, members }, segments, kept, first] = await Promise.all([
    readResources(db, member.workspaceId),
    listSegments(db, member.workspaceId),
    readColumns(db, { ...member, list: 'people' }),
    readFirst('people', member, query),
  ])
  return <People around={{ fields, lists, members }} {...{ query, segments, kept, first }} />
})
