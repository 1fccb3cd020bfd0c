import { memberPage } from '@/server/access/session'
import { FormsTable } from '@/studio/forms/formsTable'
import { readFirst } from '@/studio/lists/lists'

export const metadata = { title: 'Forms' }

export default memberPage('read', async (member, { search: { search, sort, shelf } }) => {
  const query = { search, sort, shelf: shelf === 'archived' || shelf === 'deleted' ? shelf : undefined } as const
  return <FormsTable query={query} first={await readFirst('forms', member, query)} />
})
