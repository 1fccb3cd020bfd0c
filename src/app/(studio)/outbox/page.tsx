import { memberPage } from '@/server/access/session'
import { readFirst } from '@/studio/lists/lists'
import { Outbox } from '@/studio/outbox/outbox'

export const metadata = { title: 'Outbox' }

export default memberPage(async (member, { search: { show, search, sort } }) => {
  const query = { which: show === 'all' ? ('all' as const) : ('open' as const), search, sort }
  return <Outbox query={query} first={await readFirst('deliveries', member, query)} />
})
