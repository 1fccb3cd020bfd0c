import { listDeliveries } from '@/db/queries/deliveries'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Outbox } from '@/studio/outbox/outbox'

export const metadata = { title: 'Outbox' }

const MOST = 200

export default memberPage(async ({ workspaceId }, { search }) => {
  const which = search.show === 'all' ? 'all' : 'open'
  return <Outbox rows={await listDeliveries(context().db, workspaceId, which, MOST)} which={which} most={MOST} />
})
