import { countGivenUp } from '@/db/queries/deliveries'
import { memberLayout } from '@/server/access/session'
import { context } from '@/server/context'
import { listForms } from '@/server/forms/listForms'
import { TopBar } from '@/studio/frame/topBar'
import { Toaster } from '@/studio/ui/toast'

export const dynamic = 'force-dynamic'

export default memberLayout(async ({ name, workspaceId, workspaceName }, _, children) => {
  const { db, config } = context()
  const [forms, undelivered] = await Promise.all([listForms(db, workspaceId), countGivenUp(db, workspaceId)])
  return (
    <>
      <TopBar
        who={name}
        workspace={workspaceName}
        forms={forms.map((form) => ({ slug: form.slug, name: form.name }))}
        hasBench={config.LICHEN_BENCH_URL !== ''}
        undelivered={undelivered}
      />
      {children}
      <Toaster />
    </>
  )
})
