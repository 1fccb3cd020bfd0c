import { notFound } from 'next/navigation'
import { actorOf } from '@/server/access/member'
import { memberPage } from '@/server/access/session'
import { readResources } from '@/db/queries/workspace'
import { context } from '@/server/context'
import { perform } from '@/server/deeds/deed'
import { readList } from '@/server/deeds/mailing_lists'
import { MailingList } from '@/studio/mailing_lists/list'

export const metadata = { title: 'List' }

export default memberPage('people', async (member, { params: { name = '' } }) => {
  const found = await perform(readList, actorOf(member), { name })
  if (!found.ok) notFound()
  const { confirm = null, ...list } = found.value
  const { workspace } = await readResources(context().db, member.workspaceId)
  return <MailingList list={{ ...list, confirm }} from={workspace.name} />
})
