import { readResources } from '@/db/queries/workspace'
import { listSegments } from '@/db/queries/segments'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { readFirst } from '@/studio/lists/lists'
import { People } from '@/studio/people/people'

/** As many fields as fit beside the rest. */
const MOST_FIELDS = 2

export const metadata = { title: 'People' }

export default memberPage('people', async (member, { search: { search, sort, owner, segment } }) => {
  const query = { search, sort, owner, segment }
  const [{ fields, lists, members }, segments, first] = await Promise.all([
    readResources(context().db, member.workspaceId),
    listSegments(context().db, member.workspaceId),
    readFirst('people', member, query),
  ])
  const choices = fields.filter(({ record, type, retired }) => record === 'contact' && type === 'choice' && !retired)
  return (
    <People
      query={query}
      fields={choices.slice(0, MOST_FIELDS)}
      {...{ members, segments, first }}
      around={{ fields, lists, members }}
    />
  )
})
