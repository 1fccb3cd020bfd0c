import type { ReactNode } from 'react'
import { Toaster } from 'sonner'
import { countGivenUp } from '@/db/queries/deliveries'
import { requireMember } from '@/server/access/session'
import { context } from '@/server/context'
import { listForms } from '@/server/forms/listForms'
import { TopBar } from '@/studio/frame/topBar'

export const dynamic = 'force-dynamic'

export default async function Layout({ children }: { children: ReactNode }) {
  const { name, workspaceId, workspaceName } = await requireMember()
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
      <Toaster position="bottom-center" />
    </>
  )
}
