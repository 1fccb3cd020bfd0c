import { memberPage } from '@/server/access/session'
import { deliveriesAction, type OutboxQuery } from '@/studio/outbox/actions'
import { Outbox } from '@/studio/outbox/outbox'

export const metadata = { title: 'Outbox' }

export default memberPage(async (_, { search: { show, search, sort } }) => {
  const query: OutboxQuery = { which: show === 'all' ? 'all' : 'open', search, sort }
  return <Outbox query={query} first={await deliveriesAction(query, null)} />
})
