import { notFound } from 'next/navigation'
import { findForm, readReleases } from '@/db/queries/forms'
import { requireMember } from '@/server/access/session'
import { context } from '@/server/context'
import { Release } from '@/studio/release/release'

export default async function Page({ params }: { params: Promise<{ slug: string }> }) {
  const { workspaceId } = await requireMember()
  const { db } = context()
  const form = await findForm(db, workspaceId, (await params).slug)
  if (!form) notFound()
  return <Release releases={await readReleases(db, form.id)} />
}
