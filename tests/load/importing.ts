/**
 * Measures bringing 100 000 people in, of 20 000 companies and onto a list, and what that means for visitors: the time
 * from answer to applied plan of one submission every fifth of a second, at rest and meanwhile.
 */
import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import pg from 'pg'
import { planFor } from '@/core/imports/import_plan'
import { api, releasedForm, send, smallForm } from '../support/api'

const reach = { url: process.env.MEASURE_URL ?? '', bench: '', token: process.env.MEASURE_TOKEN ?? '' }
const ROWS = 100_000
const PAUSE = 200

const client = new pg.Client(process.env.MEASURE_DATABASE)
await client.connect()
await releasedForm(reach, 'meanwhile', smallForm)

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))

/** Sends one submission after another until it is stopped, and gives how long each took to be applied, in ms. */
function sendOn() {
  let stopped = false
  const took: number[] = []
  const going = (async () => {
    for (let n = 0; !stopped; n++) {
      const began = performance.now()
      const { body } = await send(reach, 'meanwhile', {
        first_name: `${n}`,
        email: `${randomUUID()}@meanwhile.example`,
      })
      const isApplied = async () =>
        (await client.query(`select from submission where id = $1 and state = 'applied'`, [body.submission]))
          .rowCount === 1
      while (!(await isApplied())) await pause(10)
      took.push(performance.now() - began)
      await pause(PAUSE)
    }
  })()
  return async () => {
    stopped = true
    await going
    return took.toSorted((a, b) => a - b)
  }
}

/** The memory that the system has given to the worker, in MB. */
const workerTook = (): number =>
  Math.round(
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${process.env.MEASURE_WORKER}/status`, 'utf8'))?.[1]) / 1024,
  )

const tell = (took: number[]): string => {
  const at = (share: number) => Math.round(took[Math.min(took.length - 1, Math.floor(took.length * share))] ?? 0)
  return `median ${at(0.5)}, 95 % ${at(0.95)}, longest ${at(1)} ms of ${took.length}`
}

/** The most memory that the worker was seen with since it was last told. */
let most = 0

function tellMemory(): string {
  const told = `the worker took ${most} MB at most`
  most = 0
  return told
}

/** Waits until an import is so far, and gives how many seconds that took. */
async function until(id: string, state: string): Promise<number> {
  const began = performance.now()
  for (;;) {
    most = Math.max(most, workerTook())
    const { rows } = await client.query<{ state: string; error: string | null }>(
      'select state, error from import where id = $1',
      [id],
    )
    if (rows[0]?.state === state) return Math.round((performance.now() - began) / 100) / 10
    if (rows[0]?.state === 'failed') throw new Error(rows[0].error ?? 'It failed')
    await pause(100)
  }
}

// Larger files than a program can give are the studio’s: their rows are put there as the studio reads them.
const given = await api<{ id: string }>(reach, 'POST', '/imports', { name: 'large.csv', text: 'email\na@b.example' })
const { id } = given.body
await until(id, 'mapping')
await client.query('delete from import_row where import_id = $1', [id])
await client.query(
  `insert into import_row (import_id, n, cells)
   select $1, n, jsonb_build_array('p' || n || '@h' || n / 5 || '.example', 'First ' || n, 'Last ' || n % 977, 'House ' || n / 5)
   from generate_series(1, $2::int) n`,
  [id, ROWS],
)
await client.query('update import set rows = $2 where id = $1', [id, ROWS])
const field = (record: 'contact' | 'company', name: string) => ({ to: 'field' as const, record, field: name })
const plan = {
  ...planFor([
    field('contact', 'email'),
    field('contact', 'first_name'),
    field('contact', 'last_name'),
    field('company', 'name'),
  ]),
  joins: [{ list: 'firing_notes', column: null, wording: 'Write to me', origin: 'Measured' }],
}

const resting = sendOn()
await pause(10_000)
console.log(`Applied at rest: ${tell(await resting())}`)
await api(reach, 'PUT', `/imports/${id}/plan`, { plan })
most = 0
console.log(`The worker took ${workerTook()} MB before`)
console.log(`${ROWS} rows looked at in ${await until(id, 'ready')} s; ${tellMemory()}`)
const meanwhile = sendOn()
await api(reach, 'POST', `/imports/${id}/start`)
console.log(`Brought in, with 20 000 companies, in ${await until(id, 'done')} s; ${tellMemory()}`)
console.log(`Applied meanwhile: ${tell(await meanwhile())}`)
await api(reach, 'POST', `/imports/${id}/back`)
console.log(`Put back in ${await until(id, 'parted')} s; ${tellMemory()}`)
await client.end()
