import { findOpened } from '@/db/queries/people'
import { readResources } from '@/db/queries/workspace'
import { foundPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Opened } from '@/studio/people/opened'

export const metadata = { title: 'Deal or request' }

export default foundPage(findOpened, async (opened, { workspaceId }) => {
  const { fields, lists } = await readResources(context().db, workspaceId)
  return <Opened opened={opened} fields={fields} lists={lists} />
})
