import { notFound } from 'next/navigation'
import { CAME } from '@/db/queries/link_sheets'
import { readResources } from '@/db/queries/workspace'
import { actorOf } from '@/server/access/member'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { perform } from '@/server/deeds/deed'
import { readSheet } from '@/server/deeds/link_sheets'
import { addressOf } from '@/server/hosts/base'
import { LinkSheet } from '@/studio/link_sheets/sheet'
import { readFirst } from '@/studio/lists/lists'

export const metadata = { title: 'Link sheet' }

export default memberPage('people', async (member, { params: { id = '' }, search: { came } }) => {
  const { db, config } = context()
  const found = await perform(readSheet, actorOf(member), { id })
  if (!found.ok) notFound()
  const sheet = found.value
  const query = { id, came: CAME.find((one) => one === came) }
  const [{ fields, workspace }, first] = await Promise.all([
    readResources(db, member.workspaceId),
    readFirst('links', member, query),
  ])
  const address = addressOf(config.LICHEN_URL, workspace.host, sheet.form)
  return <LinkSheet {...{ sheet, fields, query, first, address }} />
})
