import type { ReactNode } from 'react'

/** A colour is a role: moss lands or is in order, teal is filled or known, amber conditions, plum dispatch, red faults. */
export type Tone = 'plain' | 'moss' | 'teal' | 'amber' | 'plum' | 'red'

const TONES: Record<Tone, string> = {
  plain: 'bg-panel text-ink',
  moss: 'bg-moss-bg text-moss',
  teal: 'bg-teal-bg text-teal',
  amber: 'bg-amber-bg text-amber',
  plum: 'bg-plum-bg text-plum',
  red: 'bg-red-bg text-red',
}

export const Chip = ({ tone = 'plain', title, children }: { tone?: Tone; title?: string; children: ReactNode }) => (
  <span
    title={title}
    className={`inline-block max-w-full truncate rounded-sm px-1.5 align-middle text-[12px] leading-[19px] ${TONES[tone]}`}
  >
    {children}
  </span>
)
