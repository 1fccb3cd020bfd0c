import { requireMember } from '@/server/access/session'
import { context } from '@/server/context'
import { listForms } from '@/server/forms/listForms'
import { FormsTable } from '@/studio/forms/formsTable'

export const metadata = { title: 'Forms' }

export default async function Page({ searchParams }: { searchParams: Promise<{ new?: string }> }) {
  const { workspaceId } = await requireMember()
  const forms = await listForms(context().db, workspaceId)
  return <FormsTable forms={forms} startNew={(await searchParams).new !== undefined} />
}
