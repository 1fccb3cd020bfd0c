import type { Db } from '@/db/database'
import { type HeldDelivery, takeDelivery } from '@/db/queries/deliveries'
import { findDue, forgetTrouble, HANDS, noteTrouble, queueNextTurn, queueTurn, type Turn } from '@/db/queries/lanes'
import type { Config } from '../config'
import { traced } from '../log'
import { deliver } from './deliver'

/** How long a hand goes on in one lane before others have their turn, in milliseconds. */
const LONG = 2000

/**
 * Delivers what is due in a lane, one after the other and the longest due first, until nothing is, its other end is in
 * trouble, or others have their turn; then sees to it that the lane has its next one. A lane where more is due gets
 * another hand. `before` is waited for before each attempt, and `settled` told after it.
 */
export async function takeTurn(
  db: Db,
  turn: Turn,
  config: Config,
  { before, settled }: { before: () => Promise<void>; settled: () => void },
): Promise<void> {
  const end = performance.now() + LONG
  for (let first = true; first || performance.now() < end; first = false) {
    await before()
    const found = await takeDue(db, turn)
    if (found === 'full') return
    if (found === 'quiet') break
    const { held, more, troubled } = found
    if (first && more && !troubled && turn.hand < HANDS.most - 1) await queueTurn(db, { ...turn, hand: turn.hand + 1 })
    if (!held) continue
    const { trouble } = await traced({ delivery: held.id }, () => deliver(db, held, config))
    settled()
    if (trouble !== null)
      await noteTrouble(db, turn, { delivery: held.id, error: trouble }, config.LICHEN_DELIVERY_WAIT)
    else if (troubled) await forgetTrouble(db, turn)
  }
  await queueNextTurn(db, turn)
}

interface Due {
  /** `null` where it turned out to be due later. */
  held: HeldDelivery | null
  more: boolean
  troubled: boolean
}

/** Takes in hand what has been due for longest. */
const takeDue = (db: Db, turn: Turn): Promise<Due | 'full' | 'quiet'> =>
  db.transaction().execute(async (tx) => {
    const found = await findDue(tx, turn)
    if (found === 'full' || found === 'quiet') return found
    const { id, more, troubled } = found
    return { held: await takeDelivery(tx, id), more, troubled }
  })
