/**
 * Measures accepting, in one run on one server: accepted submissions a second beside an empty POST
 * route under the same load, and the time from answer to applied plan at half that load.
 */
import autocannon from 'autocannon'
import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { releasedForm, smallForm } from '../support/api'

const url = process.env.MEASURE_URL ?? ''
const token = process.env.MEASURE_TOKEN ?? ''
const CONNECTIONS = 32
const SECONDS = 10
const ROUNDS = 3

const client = new pg.Client(process.env.MEASURE_DATABASE)
await client.connect()
await releasedForm({ url, bench: '', token }, 'measured', smallForm)

let sent = 0
const bodyOf = () => {
  sent++
  const values = {
    first_name: `Person ${sent}`,
    email: `person-${sent}@measured.example`,
    letter: true,
    wish: 'A kiln',
  }
  return JSON.stringify({ visit: randomUUID(), values, link: { utm_source: 'letter' } })
}

/** Posts the same bodies to a path for some seconds; at full speed, or at a rate. */
function load(path: string, seconds: number, rate?: number): Promise<autocannon.Result> {
  return autocannon({
    url: url + path,
    connections: CONNECTIONS,
    duration: seconds,
    ...(rate ? { overallRate: rate } : {}),
    requests: [
      {
        method: 'POST',
        headers: { 'content-type': 'application/json', authorization: `Bearer ${token}` },
        setupRequest: (request) => ({ ...request, body: bodyOf() }),
      },
    ],
  })
}

const perSecond = (result: autocannon.Result): number => result['2xx'] / result.duration
const middle = (values: number[]): number => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0

/** Waits until nothing is left to do, so that one measurement does not slow the next. */
async function settle(): Promise<void> {
  for (;;) {
    const { rows } = await client.query<{ n: number }>('select count(*)::int as n from graphile_worker.jobs')
    if (rows[0]?.n === 0) return
    await new Promise((done) => setTimeout(done, 250))
  }
}

await load('/api/empty', 3)
await load('/f/measured', 3)
await settle()
const empty: number[] = []
const accepting: number[] = []
for (let round = 0; round < ROUNDS; round++) {
  empty.push(perSecond(await load('/api/empty', SECONDS)))
  const result = await load('/f/measured', SECONDS)
  if (result.non2xx > 0 || result.errors > 0) throw new Error(`${result.non2xx} refused, ${result.errors} errors`)
  accepting.push(perSecond(result))
  await settle()
}
const [floor, accepted] = [middle(empty), middle(accepting)]
console.log(`Empty route:  ${floor.toFixed(0)} a second   (rounds: ${empty.map((n) => n.toFixed(0)).join(', ')})`)
console.log(
  `Accepting:    ${accepted.toFixed(0)} a second   (rounds: ${accepting.map((n) => n.toFixed(0)).join(', ')})`,
)
console.log(`Ratio:        ${((100 * accepted) / floor).toFixed(0)} %   (wanted: at least 60 %)`)

const began = new Date()
const half = await load('/f/measured', SECONDS, Math.floor(accepted / 2))
await settle()
const { rows } = await client.query<{
  n: number
  applied: number
  p50: number
  p95: number
  p99: number
  most: number
}>(
  `select count(*)::int as n, count(applied_at)::int as applied,
     percentile_cont(0.5) within group (order by wait) as p50, percentile_cont(0.95) within group (order by wait) as p95,
     percentile_cont(0.99) within group (order by wait) as p99, max(wait) as most
   from (select applied_at, extract(epoch from pg_xact_commit_timestamp(xmin) - received_at)::float8 as wait
         from submission where received_at >= $1) waits`,
  [began],
)
const waits = rows[0]
if (!waits || waits.applied !== waits.n) throw new Error('Not everything was applied')
const ms = (seconds: number) => `${Math.round(seconds * 1000)} ms`
console.log(
  `At half load: ${perSecond(half).toFixed(0)} a second, ${waits.n} submissions; answer p99 ${half.latency.p99} ms`,
)
console.log(
  `To applied:   median ${ms(waits.p50)}, 95 % ${ms(waits.p95)}, 99 % ${ms(waits.p99)}, longest ${ms(waits.most)}   (wanted: within a second)`,
)
await client.end()
