import { readResources } from '@/db/queries/workspace'
import { memberPage } from '@/server/access/session'
import { listTokens } from '@/server/access/token'
import { context } from '@/server/context'
import { Settings } from '@/studio/settings/settings'
import { moment } from '@/studio/ui/show'

export const metadata = { title: 'Settings' }

export default memberPage(async ({ workspaceId }) => {
  const { db, config } = context()
  const [{ workspace, ...resources }, tokens] = await Promise.all([
    readResources(db, workspaceId),
    listTokens(db, workspaceId),
  ])
  return (
    <Settings
      resources={resources}
      mailDomain={workspace.mailDomain}
      api={`${config.LICHEN_URL}/api/v1`}
      tokens={tokens.map(({ id, name, lastUsedAt, withdrawnAt }) => ({
        id,
        name,
        lastUsed: lastUsedAt && moment(lastUsedAt),
        withdrawn: withdrawnAt && moment(withdrawnAt),
      }))}
    />
  )
})
