import { listImports } from '@/db/queries/imports'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Imports } from '@/studio/imports/imports'

export const metadata = { title: 'Brought in' }

export default memberPage('people', async ({ workspaceId }) => (
  <Imports imports={await listImports(context().db, workspaceId)} />
))
