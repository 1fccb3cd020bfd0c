import { context } from '../context'
import { Line } from '../line'
import { askerAddress } from './asker'

/**
 * Requests of one network that are answered at once, and that may wait until they are: however many come, whoever asks
 * from elsewhere finds no more than these before them. `LICHEN_LIMITS` multiplies both.
 */
const AT_ONCE = 16
const MOST_WAITING = 500

// Shared by however many bundles of the web server load this module.
const holder = globalThis as { lichenLines?: Map<string, Line> }
const lines = (holder.lichenLines ??= new Map())

/**
 * Answers a request once it is the turn of one more of its network. `answer` resolves when the next may begin.
 * @throws {LineIsFull} where too many wait already
 */
export async function inTurn<T>(answer: () => Promise<T>): Promise<T> {
  const network = askerAddress()
  const line = lines.get(network) ?? begin(network)
  try {
    return await line.inTurn(answer)
  } finally {
    if (line.isEmpty) lines.delete(network)
  }
}

function begin(network: string): Line {
  const times = context().config.LICHEN_LIMITS
  const line = new Line(AT_ONCE * times, MOST_WAITING * times)
  lines.set(network, line)
  return line
}
