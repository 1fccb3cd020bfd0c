import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { mailTo, type Reach, releasedForm, send, smallForm, until } from '../support/api'
import { floorOf } from '../support/floor'
import { lichenOf, pause, untilWell } from '../support/lichen'
import { beginLoaded } from '../support/loaded'
import { SilentProxy } from '../support/proxy'

const PORT = 4760
/** Seconds that an answer of the database is waited for. */
const PATIENCE = 3

/** Connections to the database fall silent: nothing is closed, nothing answers. */
describe('connections gone silent', () => {
  const proxy = new SilentProxy(PORT + 1)
  const lichen = lichenOf('silence', PORT)
  let reach: Reach
  /** The longest that anybody may wait, in seconds. */
  let longest = 0

  beforeAll(async () => {
    await proxy.listen(PORT + 9)
    const token = await beginLoaded(lichen)
    reach = { url: lichen.url, bench: lichen.bench, token }
    const through = { DATABASE_URL: lichen.cluster.url.replace(String(PORT + 1), String(PORT + 9)) }
    lichen.start('bench')
    lichen.start('worker', through)
    lichen.start('web', through)
    await untilWell(lichen)
    await releasedForm(reach, 'silence', smallForm)
    longest = PATIENCE + 10 * (await floorOf(() => sendOne('floor'), 10))
  })
  afterAll(async () => {
    await lichen.stop()
    proxy.close()
  })

  const sendOne = async (name: string) => {
    const began = performance.now()
    const values = { first_name: 'Sil', email: `${name}@silence.example` }
    const sent = await send(reach, 'silence', values, { visit: randomUUID() })
    return { status: sent.status, seconds: (performance.now() - began) / 1000 }
  }

  it('cost nobody more than the database is waited for, and are replaced by themselves', async () => {
    // Enough visitors at once to have every connection open.
    await Promise.all(Array.from({ length: 40 }, () => fetch(`${lichen.url}/f/silence`)))
    const muted = proxy.mute()
    expect(muted).toBeGreaterThanOrEqual(10)
    const began = performance.now()
    const first = await Promise.all(Array.from({ length: 5 }, (_, n) => sendOne(`first-${n}`)))
    for (const { status, seconds } of first) {
      expect([200, 503]).toContain(status)
      expect(seconds).toBeLessThan(longest)
    }
    await until('answers are taken again', async () => (await sendOne('again')).status === 200, 15)
    const taken = (performance.now() - began) / 1000
    await until('and work goes on', async () => (await mailTo(lichen, 'again@silence.example')).length > 0, 40)
    console.log(
      `${muted} connections muted; taken again after ${taken.toFixed(1)} s, mailed after ${((performance.now() - began) / 1000).toFixed(1)} s`,
    )
  }, 120_000)

  it('a database behind a wall of silence is said at once, and found again', async () => {
    proxy.forwards = false
    proxy.mute()
    const told: number[] = []
    await until('everybody is told', async () => {
      const { status, seconds } = await sendOne('wall')
      told.push(seconds)
      return status === 503 && seconds < PATIENCE / 2
    })
    expect(Math.max(...told)).toBeLessThan(longest)
    const five = await Promise.all(Array.from({ length: 5 }, (_, n) => sendOne(`wall-${n}`)))
    expect(five.map(({ status }) => status)).toEqual([503, 503, 503, 503, 503])
    for (const { seconds } of five) expect(seconds).toBeLessThan(PATIENCE / 2)
    await pause(2000)
    proxy.forwards = true
    await until('answers are taken again', async () => (await sendOne('through')).status === 200, 15)
    await until('and work goes on', async () => (await mailTo(lichen, 'through@silence.example')).length > 0, 40)
  }, 120_000)
})
