import { memberPage } from '@/server/access/session'
import { companiesAction } from '@/studio/people/actions'
import { Companies } from '@/studio/people/companies'

export const metadata = { title: 'Companies' }

export default memberPage(async (_, { search: { search, sort } }) => (
  <Companies query={{ search, sort }} first={await companiesAction({ search, sort }, null)} />
))
