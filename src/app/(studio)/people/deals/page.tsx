import { memberPage } from '@/server/access/session'
import { readFirst } from '@/studio/lists/lists'
import { OpenedList } from '@/studio/people/openedList'
import { readSums } from '@/studio/people/readSums'

export const metadata = { title: 'Deals' }

export default memberPage('people', async (member, { search: { search, sort, at, owner } }) => {
  const query = { search, sort, at, owner }
  const [first, sums] = await Promise.all([
    readFirst('deals', member, query),
    readSums('deal', member, { search, owner }),
  ])
  return <OpenedList type="deal" {...{ query, first }} {...sums} />
})
