'use client'

import type { Owner } from '@/core/records/record'
import { useMay } from '../ui/here'
import { useFilters } from '../ui/list_frame'
import { Outside } from '../ui/outside'
import type { ChosenColumn } from '../columns/arrange'
import { giveOwnerAction } from './actions'
import { useChange } from './useChange'

interface Props {
  /** The record whose owner it is. */
  id: string
  owner: Owner | null
  members: readonly Owner[]
}

/** Who sees to a record, to be chosen where it stands. */
export function OwnerField({ id, owner, members }: Props) {
  const { busy, change } = useChange()
  if (!useMay('answer'))
    return owner ? (
      <span className="text-soft">
        owner <Outside>{owner.name}</Outside>
      </span>
    ) : null
  // Whoever has left is still named where they own something.
  const offered = owner && !members.some((one) => one.id === owner.id) ? [owner, ...members] : members
  const give = (to: string) => void change('The owner is changed', () => giveOwnerAction({ id, owner: to || null }))
  return (
    <label className="text-soft">
      owner{' '}
      <select
        className="box w-auto! max-w-44 py-0! text-ink"
        aria-label="Owner"
        disabled={busy}
        value={owner?.id ?? ''}
        onChange={({ target }) => give(target.value)}
      >
        <option value="">nobody</option>
        {offered.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </select>
    </label>
  )
}

/** Narrows a list to what one member sees to. */
export function OwnerFilter({ members }: { members: readonly Owner[] }) {
  const filters = useFilters()
  return (
    <select
      className="box w-auto! max-w-44"
      aria-label="Whose they are"
      value={filters.get('owner')}
      onChange={({ target }) => filters.set({ owner: target.value })}
    >
      <option value="">Of any owner</option>
      {members.map((one) => (
        <option key={one.id} value={one.id}>
          Of {one.name}
        </option>
      ))}
    </select>
  )
}

/** Who sees to a record, as the lists of People tell it. */
export const ownerColumn: ChosenColumn<{ owner: Owner | null }> = {
  name: 'owner',
  title: 'Owner',
  usual: true,
  head: 'Owner',
  by: 'owner',
  spare: true,
  cell: ({ owner }) => owner && <Outside>{owner.name}</Outside>,
}
