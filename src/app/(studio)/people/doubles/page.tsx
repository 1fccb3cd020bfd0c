import { listDoubles } from '@/db/queries/doubles'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Doubles } from '@/studio/people/doubles'

export const metadata = { title: 'Likely doubles' }

/** As many as anybody goes through in one sitting: those looked at make room for the rest. */
const MOST = 50

export default memberPage('people', async ({ workspaceId }) => (
  <Doubles {...await listDoubles(context().db, workspaceId, MOST)} />
))
