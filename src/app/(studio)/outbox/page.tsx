import { WHICH_DELIVERIES } from '@/db/queries/deliveries'
import { memberPage } from '@/server/access/session'
import { readFirst } from '@/studio/lists/lists'
import { Outbox } from '@/studio/outbox/outbox'

export const metadata = { title: 'Outbox' }

export default memberPage(async (member, { search: { show, search, sort } }) => {
  const which = WHICH_DELIVERIES.find((one) => one === show) ?? 'open'
  const query = { which, search, sort }
  return <Outbox query={query} first={await readFirst('deliveries', member, query)} />
})
