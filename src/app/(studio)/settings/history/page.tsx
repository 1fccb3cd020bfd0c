import { DEED_NAMES } from '@/core/changes/deeds'
import { memberPage } from '@/server/access/session'
import { readFirst } from '@/studio/lists/lists'
import { History } from '@/studio/settings/history'

export const metadata = { title: 'History' }

export default memberPage('people', async (member, { search: { which, deed, search, sort } }) => {
  const query = {
    which: which === 'all' ? ('all' as const) : ('done' as const),
    deed: DEED_NAMES.find((one) => one === deed),
    search,
    sort,
  }
  return <History query={query} first={await readFirst('history', member, query)} />
})
