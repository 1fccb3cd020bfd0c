import { requireSignedIn } from '@/server/access/session'
import { Workspaces } from '@/studio/frame/joining'

export const metadata = { title: 'Your workspaces' }
export const dynamic = 'force-dynamic'

/** Where somebody who belongs to several workspaces says which. */
export default async function Page({ searchParams }: { searchParams: Promise<Record<string, unknown>> }) {
  const { memberships, name } = await requireSignedIn()
  const { to } = await searchParams
  // Only places of ours are led to.
  const place = typeof to === 'string' && /^\/[a-z]/.test(to) ? to : '/forms'
  return <Workspaces memberships={memberships} to={place} name={name} />
}
