'use client'

import { usePathname, useRouter } from 'next/navigation'
import { ZoneWords } from '../ui/moment'

/** The days the numbers cover, kept in the address. */
export function Span({ from, to }: { from: string; to: string }) {
  const router = useRouter()
  const path = usePathname()
  const go = (next: { from: string; to: string }) => {
    if (next.from && next.to) router.replace(`${path}?from=${next.from}&to=${next.to}`)
  }
  return (
    <span className="flex items-center gap-1.5 text-soft">
      <input
        type="date"
        aria-label="From"
        className="box"
        value={from}
        max={to}
        onChange={(e) => go({ from: e.target.value, to })}
      />
      to
      <input
        type="date"
        aria-label="To"
        className="box"
        value={to}
        min={from}
        onChange={(e) => go({ from, to: e.target.value })}
      />
      <span className="whitespace-nowrap">
        <ZoneWords />
      </span>
    </span>
  )
}
