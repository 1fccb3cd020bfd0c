import { showMoment } from '@/core/formats/zone'
import { listSubmissions } from '@/db/queries/arrivals'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Dispatch } from '@/studio/dispatch/dispatch'

export default memberPage('read', async ({ workspaceId, timeZone, rights }, { params: { slug = '' } }) => {
  const [latest] = rights.has('people')
    ? (await listSubmissions(context().db, workspaceId, { form: slug, limit: 1 })).rows
    : []
  return (
    <Dispatch
      arrival={
        latest
          ? {
              title: `${latest.email ?? 'somebody'}, ${showMoment(timeZone, latest.receivedAt)}`,
              values: latest.values,
            }
          : null
      }
    />
  )
})
