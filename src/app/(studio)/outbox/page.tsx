import { WHICH_DELIVERIES } from '@/db/queries/deliveries'
import { readResting } from '@/db/queries/lanes'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { readFirst } from '@/studio/lists/lists'
import { Outbox } from '@/studio/outbox/outbox'

export const metadata = { title: 'Outbox' }

export default memberPage('people', async (member, { search: { show, search, sort } }) => {
  const which = WHICH_DELIVERIES.find((one) => one === show) ?? 'open'
  const query = { which, search, sort }
  const [resting, first] = await Promise.all([
    readResting(context().db, member.workspaceId),
    readFirst('deliveries', member, query),
  ])
  return <Outbox query={query} first={first} resting={resting} />
})
