import { listDeliveries } from '@/db/queries/deliveries'
import { requireMember } from '@/server/access/session'
import { context } from '@/server/context'
import { Outbox } from '@/studio/outbox/outbox'

export const metadata = { title: 'Outbox' }

const MOST = 200

export default async function Page({ searchParams }: { searchParams: Promise<{ show?: string }> }) {
  const { workspaceId } = await requireMember()
  const which = (await searchParams).show === 'all' ? 'all' : 'open'
  return <Outbox rows={await listDeliveries(context().db, workspaceId, which, MOST)} which={which} most={MOST} />
}
