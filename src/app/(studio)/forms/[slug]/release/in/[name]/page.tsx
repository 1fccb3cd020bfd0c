import { notFound } from 'next/navigation'
import { findForm } from '@/db/queries/forms'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { showInlet } from '@/server/inlets/show_inlet'
import { Inlet } from '@/studio/inlets/inlet'

export default memberPage('people', async ({ workspaceId }, { params: { slug = '', name = '' } }) => {
  const { db } = context()
  const form = await findForm(db, workspaceId, slug)
  const inlet = form && (await showInlet(db, form, name))
  if (!inlet) notFound()
  return <Inlet inlet={inlet} />
})
