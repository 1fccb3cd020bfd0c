import { zoneNames } from '@/core/formats/zone'
import { readWayIn } from '@/server/access/way_in'
import { context } from '@/server/context'
import { NewPassword, NoWayIn, OpenWorkspace } from '@/studio/frame/enter'

export const metadata = { title: 'Enter', referrer: 'no-referrer' as const }
export const dynamic = 'force-dynamic'

/** What an address that works once lets somebody do. */
export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params
  const { db, config } = context()
  const way = await readWayIn(db, config.LICHEN_SECRET, decodeURIComponent(token))
  if (!way) return <NoWayIn />
  return way.purpose.is === 'new password' ? (
    <NewPassword token={token} />
  ) : (
    <OpenWorkspace token={token} email={way.purpose.email} timeZones={zoneNames()} />
  )
}
