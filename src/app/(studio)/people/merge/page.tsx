import { z } from 'zod'
import { memberPage } from '@/server/access/session'
import { actorOf } from '@/server/access/member'
import { perform } from '@/server/deeds/deed'
import { planMerge } from '@/server/deeds/merging'
import { Merge, NoMerge } from '@/studio/people/merge'

export const metadata = { title: 'Merge' }

const idsIn = z.preprocess((text) => String(text ?? '').split(','), z.array(z.uuid()).min(2).max(10))

export default memberPage('answer', async (member, { search: { of } }) => {
  const read = idsIn.safeParse(of)
  if (!read.success) return <NoMerge why="The address names no two records." />
  const [kept = '', ...gone] = read.data
  const plan = await perform(planMerge, actorOf(member), { kept, gone })
  return plan.ok ? <Merge key={of} plan={plan.value} /> : <NoMerge why={plan.message} />
})
