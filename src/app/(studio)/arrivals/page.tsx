import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { listFormNames } from '@/db/queries/forms'
import { type ArrivalQuery, submissionsAction, unfinishedAction } from '@/studio/arrivals/actions'
import { Arrivals } from '@/studio/arrivals/arrivals'

export const metadata = { title: 'Arrivals' }

const STATES = ['received', 'applied', 'failed'] as const

export default memberPage(async ({ workspaceId }, { search: { form, state, search, sort } }) => {
  const query: ArrivalQuery = { form, search, sort, state: STATES.find((known) => known === state) }
  const unfinished = state === 'unfinished'
  const [forms, submissions, left] = await Promise.all([
    listFormNames(context().db, workspaceId),
    unfinished ? null : submissionsAction(query, null),
    unfinished ? unfinishedAction(query, null) : null,
  ])
  return (
    <Arrivals
      forms={forms.map(({ slug, name }) => ({ slug, name }))}
      query={{ ...query, unfinished }}
      submissions={submissions}
      unfinished={left}
    />
  )
})
