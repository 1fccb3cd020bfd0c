import { memberPage } from '@/server/access/session'
import { readFirst } from '@/studio/lists/lists'
import { Companies } from '@/studio/people/companies'

export const metadata = { title: 'Companies' }

export default memberPage('people', async (member, { search: { search, sort } }) => (
  <Companies query={{ search, sort }} first={await readFirst('companies', member, { search, sort })} />
))
