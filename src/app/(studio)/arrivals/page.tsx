import { narrowedSchema } from '@/server/deeds/arrivals'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { listFormNames } from '@/db/queries/forms'
import { readFirst } from '@/studio/lists/lists'
import { Arrivals } from '@/studio/arrivals/arrivals'

export const metadata = { title: 'Arrivals' }

export default memberPage('people', async (member, { search: { form, state, search, sort, from, to } }) => {
  const query = { form, search, sort, state: narrowedSchema.safeParse(state).data }
  const unfinished = state === 'unfinished'
  const [forms, submissions, left] = await Promise.all([
    listFormNames(context().db, member.workspaceId),
    unfinished ? null : readFirst('submissions', member, query),
    unfinished ? readFirst('unfinished', member, { form, search, sort, from, to }) : null,
  ])
  return (
    <Arrivals
      forms={forms.map(({ slug, name }) => ({ slug, name }))}
      query={query}
      submissions={submissions}
      unfinished={left}
      days={unfinished && from && to ? { from, to } : null}
    />
  )
})
