import { notFound } from 'next/navigation'
import { listFormNames } from '@/db/queries/forms'
import { listMembers } from '@/db/queries/workspace'
import { actorOf } from '@/server/access/member'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { perform } from '@/server/deeds/deed'
import { readForm } from '@/server/deeds/form_settings'
import { FormSettings } from '@/studio/forms/settings'

export default memberPage('release', async (member, { params: { slug = '' } }) => {
  const { db } = context()
  const [form, members, known] = await Promise.all([
    perform(readForm, actorOf(member), { slug }),
    listMembers(db, member.workspaceId),
    listFormNames(db, member.workspaceId),
  ])
  if (!form.ok) notFound()
  return <FormSettings form={form.value} members={members} known={known} />
})
