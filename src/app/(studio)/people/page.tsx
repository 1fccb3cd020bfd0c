import { readResources } from '@/db/queries/workspace'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { readFirst } from '@/studio/lists/lists'
import { People } from '@/studio/people/people'

/** As many fields as fit beside the rest. */
const MOST_FIELDS = 2

export const metadata = { title: 'People' }

export default memberPage('people', async (member, { search: { search, sort, owner } }) => {
  const query = { search, sort, owner }
  const [{ fields, members }, first] = await Promise.all([
    readResources(context().db, member.workspaceId),
    readFirst('people', member, query),
  ])
  const choices = fields.filter(({ record, type, retired }) => record === 'contact' && type === 'choice' && !retired)
  return <People query={query} fields={choices.slice(0, MOST_FIELDS)} {...{ members, first }} />
})
