import { memberPage } from '@/server/access/session'
import { peopleAction } from '@/studio/people/actions'
import { People } from '@/studio/people/people'

export const metadata = { title: 'People' }

export default memberPage(async (_, { search: { search } }) => (
  <People search={search} first={await peopleAction(search, null)} />
))
