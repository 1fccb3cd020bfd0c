import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { listForms } from '@/server/forms/listForms'
import { FormsTable } from '@/studio/forms/formsTable'

export const metadata = { title: 'Forms' }

export default memberPage(async ({ workspaceId }, { search }) => {
  const forms = await listForms(context().db, workspaceId)
  return <FormsTable forms={forms} startNew={search.new !== undefined} />
})
