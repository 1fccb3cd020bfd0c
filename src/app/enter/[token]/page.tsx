import { zoneNames } from '@/core/formats/zone'
import { findUserByEmail } from '@/db/queries/members'
import { readResources } from '@/db/queries/workspace'
import { readWayIn } from '@/server/access/way_in'
import { context } from '@/server/context'
import { NewPassword, NoWayIn, OpenWorkspace } from '@/studio/frame/enter'
import { Join } from '@/studio/frame/joining'

export const metadata = { title: 'Enter', referrer: 'no-referrer' as const }
export const dynamic = 'force-dynamic'

/** What an address that works once lets somebody do. */
export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params
  const { db, config } = context()
  const way = await readWayIn(db, config.LICHEN_SECRET, decodeURIComponent(token))
  if (!way) return <NoWayIn />
  const { purpose } = way
  switch (purpose.is) {
    case 'new password':
      return <NewPassword token={token} />
    case 'open workspace':
      return <OpenWorkspace token={token} email={purpose.email} timeZones={zoneNames()} />
    case 'join': {
      const { email, role, workspaceId } = purpose
      const [{ workspace }, known] = await Promise.all([readResources(db, workspaceId), findUserByEmail(db, email)])
      return <Join {...{ token, email, role }} workspace={workspace.name} isKnown={known !== null} />
    }
  }
}
