import { countGivenUp } from '@/db/queries/deliveries'
import { listFormNames } from '@/db/queries/forms'
import { memberLayout } from '@/server/access/session'
import { context } from '@/server/context'
import { askedPlace } from '@/server/door/asker'
import { SkipToPlace } from '@/studio/frame/skip'
import { TopBar } from '@/studio/frame/topBar'
import { HereProvider } from '@/studio/ui/here'
import { ZoneProvider } from '@/studio/ui/moment'
import { Toaster } from '@/studio/ui/toast'

export const dynamic = 'force-dynamic'

export default memberLayout(
  'read',
  async ({ name, workspaceId, workspaceName, timeZone, rights, memberships }, _, children) => {
    const { db, config } = context()
    const [forms, undelivered] = await Promise.all([listFormNames(db, workspaceId), countGivenUp(db, workspaceId)])
    return (
      <HereProvider handle={askedPlace().handle} rights={[...rights]}>
        <ZoneProvider zone={timeZone}>
          <SkipToPlace />
          <TopBar
            who={name}
            workspace={workspaceName}
            isOneOfSeveral={memberships.length > 1}
            forms={forms}
            hasBench={config.LICHEN_BENCH_URL !== ''}
            undelivered={undelivered}
          />
          <div id="place" tabIndex={-1}>
            {children}
          </div>
          <Toaster />
        </ZoneProvider>
      </HereProvider>
    )
  },
)
