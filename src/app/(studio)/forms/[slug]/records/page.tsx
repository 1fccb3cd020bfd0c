import { listArrivals, listLikelyPeople } from '@/server/forms/tried'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Records } from '@/studio/records/records'

export default memberPage('read', async ({ workspaceId, timeZone, rights }, { params: { slug = '' } }) => {
  if (!rights.has('people')) return <Records arrivals={[]} people={[]} />
  const { db } = context()
  const [arrivals, people] = await Promise.all([
    listArrivals(db, { workspaceId, slug, timeZone }),
    listLikelyPeople(db, workspaceId),
  ])
  return <Records arrivals={arrivals} people={people} />
})
