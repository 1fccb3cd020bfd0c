import type { Db } from '@/db/database'
import { type HeldDelivery, takeDeliveries } from '@/db/queries/deliveries'
import { findDue, forgetTrouble, type Lane, noteTrouble, queueNextTurn } from '@/db/queries/lanes'
import type { Config } from '../config'
import { traced } from '../log'
import { deliver } from './deliver'

/** How long a lane goes on before others have their turn, in milliseconds. */
const LONG = 2000

/**
 * Delivers what is due in a lane, a few at once and the longest due first, until nothing is, its other end is in
 * trouble, or others have their turn; then sees to it that the lane has its next one. `before` is waited for before
 * each few, and `settled` told after each attempt.
 */
export async function takeTurn(
  db: Db,
  lane: Lane,
  config: Config,
  { before, settled }: { before: () => Promise<void>; settled: () => void },
): Promise<void> {
  const end = performance.now() + LONG
  const attempt = async (held: HeldDelivery, troubled: boolean) => {
    const { trouble } = await traced({ delivery: held.id }, () => deliver(db, held, config))
    settled()
    if (trouble !== null)
      await noteTrouble(db, lane, { delivery: held.id, error: trouble }, config.LICHEN_DELIVERY_WAIT)
    else if (troubled) await forgetTrouble(db, lane)
  }
  do {
    await before()
    const taken = await takeDue(db, lane)
    if (taken === 'full') return
    if (taken === 'quiet') break
    const { held, troubled } = taken
    const ended = await Promise.allSettled(held.map((one) => attempt(one, troubled)))
    for (const one of ended) if (one.status === 'rejected') throw one.reason
  } while (performance.now() < end)
  await queueNextTurn(db, lane)
}

/** Takes in hand what has been due for longest; what turns out to be due later is left out. */
const takeDue = (db: Db, lane: Lane): Promise<{ held: HeldDelivery[]; troubled: boolean } | 'full' | 'quiet'> =>
  db.transaction().execute(async (tx) => {
    const found = await findDue(tx, lane)
    if (found === 'full' || found === 'quiet') return found
    return { held: await takeDeliveries(tx, found.due), troubled: found.troubled }
  })
