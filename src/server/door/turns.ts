import { context } from '../context'
import { askerAddress } from './asker'

/**
 * Requests of one network that are answered at once, and that may wait until they are: however many come, whoever asks
 * from elsewhere finds no more than these before them. `LICHEN_LIMITS` multiplies both.
 */
const AT_ONCE = 16
const MOST_WAITING = 500

interface Line {
  underWay: number
  waiting: (() => void)[]
}

// Shared by however many bundles of the web server load this module.
const holder = globalThis as { lichenLines?: Map<string, Line> }
const lines = (holder.lichenLines ??= new Map())

/** So many requests of this network wait that more would only wait in vain. */
export class Crowded extends Error {}

/**
 * Answers a request once it is the turn of one more of its network. `answer` resolves when the next may begin. Every
 * request comes by here: a queue of a library took a quarter of what can be accepted.
 * @throws {Crowded} where too many wait already
 */
export async function inTurn<T>(answer: () => Promise<T>): Promise<T> {
  const network = askerAddress()
  const line = lines.get(network) ?? { underWay: 0, waiting: [] }
  lines.set(network, line)
  await standIn(line)
  try {
    return await answer()
  } finally {
    const next = line.waiting.shift()
    if (next) next()
    else if (--line.underWay === 0) lines.delete(network)
  }
}

/** Waits for a place in a line; whoever leaves one gives it to the first who waits. */
async function standIn(line: Line): Promise<void> {
  const times = context().config.LICHEN_LIMITS
  if (line.underWay < AT_ONCE * times) line.underWay++
  else if (line.waiting.length < MOST_WAITING * times) await new Promise<void>((turn) => line.waiting.push(turn))
  else throw new Crowded()
}
