import { listPeople } from '@/db/queries/people'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Ledger } from '@/studio/compose/ledger'
import { VisitorView } from '@/studio/compose/visitorView'
import { FormWording } from '@/studio/compose/wording'

export default memberPage(async ({ workspaceId }) => {
  const { rows } = await listPeople(context().db, workspaceId, { limit: 30 })
  const people = rows.map(({ id, email, values }) => ({
    id,
    name: [values.first_name, values.last_name].filter(Boolean).join(' ') || email,
  }))
  return (
    <main
      aria-label="Compose"
      className="grid h-[calc(100vh-142px)] min-h-[560px] border-t min-[900px]:grid-cols-[minmax(0,1fr)_auto] border-rule"
    >
      <div className="flex min-w-0 flex-col overflow-hidden">
        <FormWording />
        <Ledger />
      </div>
      <VisitorView people={people} />
    </main>
  )
})
