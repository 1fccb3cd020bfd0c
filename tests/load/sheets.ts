/**
 * Measures a link sheet for the people that `people` has put there: how long the links take to be made, and the file to be
 * written, with the memory of whoever does it; and what the pages of the sheet take. Beside it, what storing as many
 * links takes by plain SQL.
 */
import { readFileSync } from 'node:fs'
import pg from 'pg'
import { api } from '../support/api'

const PEOPLE = 100_000
const reach = { url: process.env.MEASURE_URL ?? '', bench: '', token: process.env.MEASURE_TOKEN ?? '' }
const client = new pg.Client(process.env.MEASURE_DATABASE)
await client.connect()

/** The memory that the system has given to the worker, in MB. */
const workerTook = (): number =>
  Math.round(
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${process.env.MEASURE_WORKER}/status`, 'utf8'))?.[1]) / 1024,
  )
const seconds = (since: number): string => ((performance.now() - since) / 1000).toFixed(1)
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))

const slug = 'bring-a-studio'
const { rows: owners } = await client.query<{ workspace: string; form: string }>(
  'select workspace_id as workspace, id as form from form where slug = $1',
  [slug],
)
const { workspace = '', form = '' } = owners[0] ?? {}

// The floor: as many rows, each with a hash, in one statement.
const floor = performance.now()
await client.query('begin')
await client.query(
  `insert into personal_link (workspace_id, contact_id, form_id, hash, expires_at)
   select $1, id, $2, sha256(convert_to(id::text, 'utf8')), now() from record
   where workspace_id = $1 and type = 'contact' and gone_by is null limit ${PEOPLE}`,
  [workspace, form],
)
await client.query('rollback')
console.log(`${PEOPLE} links by one plain statement, rolled back: ${seconds(floor)} s`)

const segment = await api<{ name: string }>(reach, 'POST', '/segments', {
  title: 'A third',
  condition: { value: 'lists', is: 'answered' },
})
const before = workerTook()
let most = before
const began = performance.now()
const { status, body: sheet } = await api<{ id: string; of: number }>(reach, 'POST', '/link-sheets', {
  title: 'Measured',
  form: slug,
  whom: { segment: segment.body.name },
})
console.log(`Asked for in ${seconds(began)} s (${status}): ${sheet.of} people`)
for (;;) {
  most = Math.max(most, workerTook())
  const { body } = await api<{ state: string; linked: number }>(reach, 'GET', `/link-sheets/${sheet.id}`)
  if (body.state === 'made') {
    console.log(
      `${body.linked} links made in ${seconds(began)} s; the worker took ${most} MB at most, ${before} before`,
    )
    break
  }
  if (body.state !== 'making') throw new Error(`The sheet is ${body.state}`)
  await pause(200)
}
for (const format of ['csv', 'xlsx']) {
  const written = performance.now()
  const file = await fetch(`${reach.url}/api/v1/link-sheets/${sheet.id}/file?format=${format}`, {
    headers: { authorization: `Bearer ${reach.token}` },
  })
  let bytes = 0
  const reader = file.body?.getReader()
  for (let piece = await reader?.read(); piece?.value; piece = await reader?.read()) bytes += piece.value.length
  console.log(`${format}: ${Math.round(bytes / 1000)} kB in ${seconds(written)} s`)
}
for (const [what, path] of [
  ['The sheet and what came of it', `/link-sheets/${sheet.id}`],
  ['All sheets', '/link-sheets'],
  ['Its links', `/link-sheets/${sheet.id}/links`],
  ['Its links that came to nothing', `/link-sheets/${sheet.id}/links?came=nothing`],
  ['Its links that were sent', `/link-sheets/${sheet.id}/links?came=sent`],
] as const) {
  const asked = performance.now()
  // Ids of people whom plain SQL made are none that a server draws: only how long it takes is looked at.
  const answer = await fetch(`${reach.url}/api/v1${path}`, { headers: { authorization: `Bearer ${reach.token}` } })
  if (!answer.ok) throw new Error(await answer.text())
  await answer.text()
  console.log(`${what}: ${Math.round(performance.now() - asked)} ms`)
}
const withdrawn = performance.now()
const dropped = await api(reach, 'DELETE', `/link-sheets/${sheet.id}`)
console.log(`Withdrawn in ${seconds(withdrawn)} s (${dropped.status})`)
await client.query('delete from segment where workspace_id = $1 and name = $2', [workspace, segment.body.name])
await client.end()
