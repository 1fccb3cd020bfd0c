import type { ReactNode } from 'react'

/** A figure and what it counts, its range beside it. */
export const Figure = ({ value, of, range }: { value: ReactNode; of: string; range?: string }) => (
  <span className="whitespace-nowrap">
    <b className="text-[20px] font-semibold">{value}</b> {of} {range && <span className="text-soft">{range}</span>}
  </span>
)
