import { notFound } from 'next/navigation'
import { actorOf } from '@/server/access/member'
import { memberPage } from '@/server/access/session'
import { perform } from '@/server/deeds/deed'
import { readMembers } from '@/server/deeds/members'
import { Members } from '@/studio/settings/members'

export const metadata = { title: 'Members' }

export default memberPage('own', async (member) => {
  const now = await perform(readMembers, actorOf(member), {})
  return now.ok ? <Members start={now.value} self={member.userId} /> : notFound()
})
