import { findOpened } from '@/db/queries/people'
import { isGone, orGone } from '@/db/queries/records'
import { readResources } from '@/db/queries/workspace'
import { foundPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Gone } from '@/studio/people/gone'
import { Opened } from '@/studio/people/opened'

export const metadata = { title: 'Deal or request' }

export default foundPage('people', orGone(findOpened), async (opened, { workspaceId }) => {
  if (isGone(opened)) return <Gone gone={opened} />
  const { fields, lists, members } = await readResources(context().db, workspaceId)
  return <Opened {...{ opened, fields, lists, members }} />
})
