import { notFound } from 'next/navigation'
import { readResources } from '@/db/queries/workspace'
import { actorOf } from '@/server/access/member'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { perform } from '@/server/deeds/deed'
import { readImport } from '@/server/deeds/imports'
import { Import } from '@/studio/imports/import'

export const metadata = { title: 'Brought in' }

export default memberPage('people', async (member, { params: { id } }) => {
  const found = await perform(readImport, actorOf(member), { id })
  if (!found.ok) notFound()
  const { fields, lists } = await readResources(context().db, member.workspaceId)
  return <Import one={found.value} fields={fields} lists={lists} />
})
