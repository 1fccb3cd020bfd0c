import { countLists } from '@/db/queries/mailing_lists'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { MailingLists } from '@/studio/mailing_lists/lists'

export const metadata = { title: 'Lists' }

export default memberPage('people', async ({ workspaceId }) => (
  <MailingLists lists={await countLists(context().db, workspaceId)} />
))
