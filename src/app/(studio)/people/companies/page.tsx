import { memberPage } from '@/server/access/session'
import { companiesAction } from '@/studio/people/actions'
import { Companies } from '@/studio/people/companies'

export const metadata = { title: 'Companies' }

export default memberPage(async (_, { search: { search } }) => (
  <Companies search={search} first={await companiesAction(search, null)} />
))
