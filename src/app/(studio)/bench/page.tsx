import { notFound } from 'next/navigation'
import { readBench } from '@/server/bench'
import { context } from '@/server/context'
import { Bench } from '@/studio/bench/bench'

export const metadata = { title: 'Bench' }

export default async function Page({ searchParams }: { searchParams: Promise<{ search?: string }> }) {
  if (!context().config.LICHEN_BENCH_URL) notFound()
  const { search = '' } = await searchParams
  return <Bench state={await readBench(search)} address={search} />
}
