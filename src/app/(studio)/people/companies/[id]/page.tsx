import { notFound } from 'next/navigation'
import { z } from 'zod'
import { findCompany } from '@/db/queries/people'
import { readResources } from '@/db/queries/workspace'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Company } from '@/studio/people/company'

export const metadata = { title: 'Company' }

export default memberPage(async ({ workspaceId }, { params }) => {
  const { db } = context()
  const id = z.uuid().safeParse(params.id).data
  const company = id ? await findCompany(db, workspaceId, id) : null
  if (!company) notFound()
  const { fields } = await readResources(db, workspaceId)
  return <Company company={company} fields={fields} />
})
