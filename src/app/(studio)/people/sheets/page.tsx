import { actorOf } from '@/server/access/member'
import { memberPage } from '@/server/access/session'
import { perform } from '@/server/deeds/deed'
import { readSheets } from '@/server/deeds/link_sheets'
import { LinkSheets } from '@/studio/link_sheets/sheets'

export const metadata = { title: 'Link sheets' }

export default memberPage('people', async (member) => {
  const read = await perform(readSheets, actorOf(member), {})
  return <LinkSheets sheets={read.ok ? read.value.sheets : []} />
})
