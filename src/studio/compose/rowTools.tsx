'use client'

import { Button } from '../ui/button'
import { useDeeds } from './rowDeeds'

interface Props {
  /** Of its row. */
  of: string
  title: string
  /** Left out for what cannot be switched off. */
  off?: boolean
  /** What there is to do beside deleting it. */
  can: readonly ('move' | 'duplicate')[]
}

/** What can be done with a row, for the mouse: the same as its keys do. */
export function RowTools({ of, title, off, can }: Props) {
  const deeds = useDeeds()
  const small = 'px-2 py-0.5'
  return (
    <div role="group" aria-label={`What to do with ${title}`} className="-mx-2 flex flex-wrap gap-1">
      {can.includes('move') && (
        <>
          <Button look="quiet" className={small} title="Alt ↑" onClick={() => deeds.move(of, -1)}>
            Up
          </Button>
          <Button look="quiet" className={small} title="Alt ↓" onClick={() => deeds.move(of, 1)}>
            Down
          </Button>
        </>
      )}
      {can.includes('duplicate') && (
        <Button look="quiet" className={small} title="D" onClick={() => deeds.duplicate(of)}>
          Duplicate
        </Button>
      )}
      {off !== undefined && (
        <Button look="quiet" className={small} title="X" onClick={() => deeds.switchOff(of)}>
          {off ? 'Switch on' : 'Switch off'}
        </Button>
      )}
      <Button look="quiet" className={small} title="Delete" onClick={() => deeds.remove(of)}>
        Delete
      </Button>
    </div>
  )
}
