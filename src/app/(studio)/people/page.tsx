import { peopleAction } from '@/studio/people/actions'
import { People } from '@/studio/people/people'

export const metadata = { title: 'People' }

export default async function Page({ searchParams }: { searchParams: Promise<{ search?: string }> }) {
  const { search } = await searchParams
  return <People search={search} first={await peopleAction(search, null)} />
}
