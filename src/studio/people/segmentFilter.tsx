'use client'

import { Link } from '../ui/link'
import { useFilters } from '../ui/list_frame'

/** Narrows a list of people to a segment, and leads to who is meant by it. */
export function SegmentFilter({ segments }: { segments: readonly { name: string; title: string }[] }) {
  const filters = useFilters()
  const chosen = filters.get('segment')
  if (segments.length === 0) return null
  return (
    <>
      <select
        className="box w-auto! max-w-56"
        aria-label="Which segment"
        value={chosen}
        onChange={({ target }) => filters.set({ segment: target.value })}
      >
        <option value="">Everybody</option>
        {segments.map(({ name, title }) => (
          <option key={name} value={name}>
            {title}
          </option>
        ))}
      </select>
      {chosen !== '' && (
        <Link href={`/people/segments/${chosen}`} className="text-teal underline">
          who that is
        </Link>
      )}
    </>
  )
}
