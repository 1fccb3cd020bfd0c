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

interface Props {
  tone?: Tone
  /** What it says when it is pointed at: itself, in case it is cut, unless there is more to say. */
  title?: string
  children: ReactNode
}

export const Chip = ({ tone = 'plain', title, children }: Props) => (
  <span
    title={title ?? (typeof children === 'string' ? children : undefined)}
    className={`inline-block max-w-full truncate rounded-sm px-1.5 align-middle text-[12px] leading-[19px] ${TONES[tone]}`}
  >
    {children}
  </span>
)
