import { AsyncResource } from 'node:async_hooks'
import PQueue from 'p-queue'
import { context } from '../context'
import { askerAddress } from './asker'

/**
 * Requests of one network that are answered at once, and that may wait until they are: however many come, whoever asks
 * from elsewhere finds no more than these before them. `LICHEN_LIMITS` multiplies both.
 */
const AT_ONCE = 16
const MOST_WAITING = 500

// Shared by however many bundles of the web server load this module.
const holder = globalThis as { lichenTurns?: Map<string, PQueue> }
const queues = (holder.lichenTurns ??= new Map())

/** So many requests of this network wait that more would only wait in vain. */
export class Crowded extends Error {}

/**
 * Answers a request once it is the turn of one more of its network. `answer` resolves when the next may begin.
 * @throws {Crowded} where too many wait already
 */
export function inTurn<T>(answer: () => Promise<T>): Promise<T> {
  const network = askerAddress()
  const queue = queues.get(network) ?? begin(network)
  if (queue.size >= MOST_WAITING * context().config.LICHEN_LIMITS) throw new Crowded()
  // Whoever ends before begins what comes next, and is another request.
  return queue.add(AsyncResource.bind(answer))
}

function begin(network: string): PQueue {
  const queue = new PQueue({ concurrency: Math.ceil(AT_ONCE * context().config.LICHEN_LIMITS) })
  queues.set(network, queue)
  queue.on('idle', () => queues.delete(network))
  return queue
}
