import { execFileSync } from 'node:child_process'
import { randomBytes, randomUUID } from 'node:crypto'
import { closeSync, mkdirSync, openSync, rmSync, statSync, truncateSync, writeSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { mailTo, type Reach, releasedForm, send, smallForm, until } from '../support/api'
import { query } from '../support/database'
import { lichenOf, startDatabase, untilWell } from '../support/lichen'
import { beginLoaded } from '../support/loaded'

/** The database's disk is full. It has a small one of its own, in memory, which only root can make. */
describe('a full disk', () => {
  const lichen = lichenOf('disk', 4820)
  const { folder } = lichen.cluster
  const filler = join(folder, 'filler')
  let reach: Reach

  beforeAll(async () => {
    mkdirSync(folder, { recursive: true })
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=220m,mode=0700,uid=postgres', 'tmpfs', folder])
    lichen.cluster.settings = ['max_wal_size = 48MB', 'min_wal_size = 32MB']
    const token = await beginLoaded(lichen)
    reach = { url: lichen.url, bench: lichen.bench, token }
    await lichen.startAll()
    await untilWell(lichen)
    await releasedForm(reach, 'disk', smallForm)
  })
  afterAll(async () => {
    await lichen.stop()
    execFileSync('umount', [folder])
  })

  it('loses nothing that was taken, and everything goes on once there is room', async () => {
    fillUp(filler)
    const taken: string[] = []
    const statuses = new Map<number, number>()
    for (let n = 0; n < 1500; n++) {
      // Nothing that could be stored smaller than it is.
      const bulky = randomBytes(2800).toString('base64')
      const values = { first_name: `Full ${n}`, wish: bulky, email: `full-${n}@disk.example` }
      const sent = await send(reach, 'disk', values, { visit: randomUUID() }).catch(() => null)
      const status = sent?.status ?? 0
      statuses.set(status, (statuses.get(status) ?? 0) + 1)
      if (sent?.status === 200) taken.push(sent.body.submission)
      if ((statuses.get(503) ?? 0) + (statuses.get(500) ?? 0) > 15) break
    }
    // It really was full, and whoever was not taken was told so.
    expect(statuses.get(503) ?? 0).toBeGreaterThan(0)
    expect([...statuses.keys()].filter((status) => status !== 200 && status !== 503)).toEqual([])
    rmSync(filler)
    await startDatabase(lichen)
    await untilWell(lichen)
    const after = await until('answers are taken again', async () => {
      const sent = await send(reach, 'disk', { first_name: 'Room', email: 'room@disk.example' })
      return sent.status === 200 && sent.body.submission
    })
    await until('and delivered', async () => (await mailTo(lichen, 'room@disk.example')).length > 0, 60)
    const settled = async () =>
      query<{ id: string; state: string }>(lichen.cluster.url, `select id, state from submission where id = any($1)`, [
        [...taken, after],
      ])
    await until(
      'all that was taken is applied',
      async () => (await settled()).every(({ state }) => state === 'applied'),
      60,
    )
    expect(await settled()).toHaveLength(taken.length + 1)
    console.log(
      `${taken.length} taken before it was full; ${[...statuses].map(([status, n]) => `${status}: ${n}`).join(', ')}`,
    )
  }, 240_000)
})

/** Writes until there is no room left. */
function fillUp(path: string): void {
  const file = openSync(path, 'w')
  for (const size of [256 * 1024, 4096])
    try {
      const block = Buffer.alloc(size, 1)
      for (;;) writeSync(file, block)
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ENOSPC') throw error
    }
  closeSync(file)
  // Room for a few more, so that it fills up in the middle of work.
  truncateSync(path, statSync(path).size - 1024 * 1024)
}
