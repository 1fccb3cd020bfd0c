import { zoneNames } from '@/core/formats/zone'
import { readPlannedTags } from '@/db/queries/tagged_links'
import { readResourcesAndDestinations } from '@/db/queries/workspace'
import { memberPage } from '@/server/access/session'
import { listTokens } from '@/server/access/token'
import { context } from '@/server/context'
import { showHosts } from '@/server/deeds/hosts'
import { showConnections } from '@/server/settings/connections'
import { Settings } from '@/studio/settings/settings'

export const metadata = { title: 'Settings' }

export default memberPage('read', async ({ workspaceId, rights }) => {
  const here = context()
  const { db, config } = here
  const [{ workspace, ...resources }, { connections }, tokens, tags, hosts] = await Promise.all([
    readResourcesAndDestinations(db, workspaceId),
    showConnections(db, workspaceId),
    rights.has('own') ? listTokens(db, workspaceId) : [],
    readPlannedTags(db, workspaceId),
    showHosts(here, workspaceId),
  ])
  return (
    <Settings
      resources={resources}
      connections={connections}
      mailDomain={workspace.mailDomain}
      timeZone={workspace.timeZone}
      timeZones={zoneNames()}
      api={`${config.LICHEN_URL}/api/v1`}
      tokens={tokens}
      tags={tags}
      hosts={hosts}
      ours={new URL(config.LICHEN_URL).host}
    />
  )
})
