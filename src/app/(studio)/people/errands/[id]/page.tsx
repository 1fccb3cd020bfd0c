import { findCause } from '@/db/queries/causes'
import { findErrand } from '@/db/queries/errands'
import { foundPage } from '@/server/access/session'
import { context } from '@/server/context'
import { ErrandView } from '@/studio/many/errand'

export const metadata = { title: 'Done to many' }

export default foundPage('people', findErrand, async (errand, { workspaceId }) => {
  const cause = await findCause(context().db, workspaceId, errand.id)
  return <ErrandView errand={errand} about={cause?.about ?? 'Done to many'} />
})
