import { listWaitingProposals } from '@/db/queries/proposals'
import { readResources } from '@/db/queries/workspace'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Proposals } from '@/studio/people/proposals'

export const metadata = { title: 'Proposed' }

/** As many as anybody goes through in one sitting: those settled make room for the rest. */
const MOST = 50

export default memberPage('people', async ({ workspaceId }) => {
  const { db } = context()
  const [proposals, { fields }] = await Promise.all([
    listWaitingProposals(db, workspaceId, MOST),
    readResources(db, workspaceId),
  ])
  return <Proposals proposals={proposals} fields={fields} />
})
