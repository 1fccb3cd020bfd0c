import { notFound } from 'next/navigation'
import { memberPage } from '@/server/access/session'
import { readBench } from '@/server/bench'
import { context } from '@/server/context'
import { Bench } from '@/studio/bench/bench'

export const metadata = { title: 'Bench' }

export default memberPage('people', async ({ workspaceId }, { search: { search = '' } }) => {
  if (!context().config.LICHEN_BENCH_URL) notFound()
  return <Bench state={await readBench(workspaceId, search)} address={search} />
})
