'use client'

import type { Left } from '@/core/changes/put_back'
import type { Done } from '@/server/done'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { putBackAction } from './actions'

type Wish = Parameters<typeof putBackAction>[0]

/** Does something to a record and shows the page anew; one at a time. */
export function useChange() {
  const { busy, run } = useRun()

  const putBack = async (wish: Wish): Promise<void> => {
    const done = await run(() => putBackAction(wish))
    if (!done) return
    const { cause, left } = done
    const again = { label: 'Put back all the same', onClick: () => void putBack({ ...wish, despite: true }) }
    const mayInsist = !wish.despite && left.some(({ why }) => why === 'changed since')
    const undo = { label: 'Undo', onClick: () => cause && void putBack({ id: cause }) }
    toast(tellPutBack(cause !== null, left), { action: mayInsist ? again : cause === null ? null : undo })
  }

  /** Does what can be put back, with that at hand. */
  const change = async (
    said: string,
    act: () => Promise<Done<{ cause: string | null }>>,
    offer?: Parameters<typeof run>[1],
  ): Promise<boolean> => {
    const done = await run(act, offer)
    const cause = done?.cause
    if (cause) toast(said, { action: { label: 'Undo', onClick: () => void putBack({ id: cause }) } })
    return done !== undefined
  }

  return { busy, run, change, putBack }
}

const WHY: Record<Left['why'], string> = {
  'changed since': 'was changed since',
  'holds more': 'has more to it by now',
  'name is taken': 'has its name taken by another',
  'is gone': 'is gone',
  'is needed': 'is what it is known by',
}

/** What came of putting something back, with what was left and why. */
function tellPutBack(isDone: boolean, left: readonly Pick<Left, 'why'>[]): string {
  const whys = [...new Set(left.map(({ why }) => WHY[why]))].join(', or ')
  if (left.length === 0) return isDone ? 'Put back' : 'There was nothing to put back'
  const some = left.length === 1 ? 'one thing that' : `${left.length} things, each of which`
  return isDone ? `Put back, all but ${some} ${whys}` : `Nothing was put back: it ${whys}`
}
