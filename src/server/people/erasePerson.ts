import { randomUUID } from 'node:crypto'
import type { Answers } from '@/core/answers/answer'
import type { Caused, Doer } from '@/core/changes/cause'
import { causesAlone } from '@/core/changes/ledger'
import { targetOf } from '@/core/dispatch/targets/registry'
import type { RecordField } from '@/core/fields/field'
import { isNameless } from '@/core/fields/nameless'
import { emailIn } from '@/core/records/match'
import { identityOf } from '@/core/records/record'
import { blot } from '@/core/formats/blot'
import type { Db, Runner } from '@/db/database'
import {
  eraseDeliveries,
  eraseEntries,
  eraseFromSheets,
  eraseBrowsers,
  eraseCodes,
  eraseLinks,
  eraseOpened,
  erasePosts,
  eraseRecords,
  eraseRefusals,
  eraseSubmissions,
  giveUpFiles,
  letErase,
  readTellingPosts,
  writePosts,
  writeTelling,
  writeTellingRecords,
} from '@/db/queries/erasing'
import {
  countTraces,
  findTraces,
  findWhoHad,
  PLACES,
  readOwnAddresses,
  readSentByThem,
  readTelling,
  readTellingDeliveries,
  readTellingRecords,
  type SentByThem,
  type Traces,
  tracesOfAddress,
} from '@/db/queries/traces'
import { readResources } from '@/db/queries/workspace'
import { inTurn } from '../changes/inTurn'
import { writeChanges } from '../changes/writeChanges'
import { type Done, done, notDone } from '../done'
import { eraseRows } from './eraseRows'
import { type Contents, emptied, forgetContents, readFormsOf } from '../submissions/empty_submissions'

/** What went, counted: all that is kept of it. */
export interface Erased {
  submissions: number
  entries: number
  files: number
  deliveries: number
  opened: number
}

interface Removed {
  counted: Erased
  contents: Contents
}

/**
 * Erases a contact for good: every copy of what is known of them goes, or is made to tell of nobody, and what a form’s
 * numbers count stays. Nothing puts it back. What went outside is not ours to take back.
 */
export async function erasePerson(db: Db, workspaceId: string, id: string, by: Doer): Promise<Done<Erased>> {
  const erased = await inTurn(db, workspaceId, async (tx, at) => {
    const traces = await findTraces(tx, workspaceId, id)
    return traces ? eraseNow(tx, workspaceId, traces, by, at) : null
  })
  if (!erased) return notDone(404, 'There is no such person.')
  return forgetErased(db, erased)
}

/** The same of an address that no person has, or ever had: what was sent or left with it, and what names it. */
export async function eraseAddress(db: Db, workspaceId: string, address: string, by: Doer): Promise<Done<Erased>> {
  const erased = await inTurn(db, workspaceId, async (tx, at) =>
    (await findWhoHad(tx, workspaceId, address)) === null
      ? eraseNow(tx, workspaceId, tracesOfAddress(address), by, at, 'eraseAddress')
      : null,
  )
  if (!erased) return notDone(409, THEIRS)
  return forgetErased(db, erased)
}

export const THEIRS = 'Somebody here has this address, or had it: erase them on their page.'

/** How much would go, and what outside has something of it. */
export async function countErasure(db: Db, workspaceId: string, traces: Traces) {
  const { theirs } = await partSubmissions(db, traces, await readSentByThem(db, workspaceId, traces))
  const sent = theirs.map(({ id }) => id)
  return countTraces(db, workspaceId, traces, sent)
}

async function forgetErased(db: Db, { counted, contents }: Removed): Promise<Done<Erased>> {
  await forgetContents(db, contents)
  return done(counted)
}

async function eraseNow(
  tx: Runner,
  workspaceId: string,
  traces: Traces,
  by: Doer,
  at: Date,
  deed: 'erasePerson' | 'eraseAddress' = 'erasePerson',
): Promise<Removed> {
  const own = new Set(await readOwnAddresses(tx, workspaceId))
  // What names a desk or a member tells of them, too.
  const elsewhere = { ...traces, addresses: traces.addresses.filter((address) => !own.has(address)) }
  const { fields } = await readResources(tx, workspaceId)
  const { theirs, others } = await partSubmissions(tx, traces, await readSentByThem(tx, workspaceId, elsewhere))
  const sent = theirs.map(({ id }) => id)
  await eraseLinks(tx, workspaceId, traces.ids)
  await eraseBrowsers(tx, workspaceId, traces.ids)
  await eraseCodes(tx, workspaceId, traces.ids)
  const entries = await eraseEntries(tx, workspaceId, traces)
  const files = [...(await giveUpFiles(tx, sent, entries)), ...(await erasePosts(tx, workspaceId, elsewhere.addresses))]
  const naming = others.map(({ id }) => id)
  const deliveries = await readTellingDeliveries(tx, workspaceId, elsewhere, { theirs: sent, others: naming })
  const names = namesIn(traces)
  const words = [...elsewhere.addresses, ...names.full, ...phonesIn(traces, fields)]

  const caused: Caused = { id: randomUUID(), workspaceId, cause: { sort: 'deed', by, deed }, at }
  const opened = await eraseOpened(tx, workspaceId, traces.ids, keptFields(fields))
  const counted: Erased = {
    submissions: theirs.length,
    entries: entries.filter(({ isLeft }) => isLeft).length,
    files: files.length,
    deliveries: deliveries.filter((one) => one.own).length,
    opened,
  }
  await writeChanges(tx, workspaceId, causesAlone([{ ...caused, about: tellErased(counted) }]))
  await letErase(tx)
  await eraseSubmissions(tx, workspaceId, caused.id, theirs)
  await eraseDeliveries(
    tx,
    deliveries.map((one) =>
      one.own ? { ...one, body: targetOf(one.body.to).nameless(one.body), because: '', error: null } : blot(one, words),
    ),
    by.name,
  )
  const telling = await readTellingRecords(tx, workspaceId, elsewhere)
  await blotRecords(tx, telling, words)
  const where = { names: names.full, submissions: naming, records: telling.map(({ id }) => id) }
  for (const place of PLACES) {
    const rows = await readTelling(tx, workspaceId, place, elsewhere, where)
    // What was done to them was told by either name; and what is rehearsed says what they did, as their town.
    const more = { cause: [...names.single, ...traces.titles], rehearsal: textsIn(traces) }
    const all = [...words, ...(more[place as keyof typeof more] ?? [])]
    await writeTelling(tx, workspaceId, place, blot(rows, all), traces.ids)
  }
  await writePosts(tx, blot(await readTellingPosts(tx, workspaceId, words), words))
  await eraseRecords(tx, workspaceId, caused.id, traces.ids)
  await eraseRefusals(tx, workspaceId, traces.addresses)
  await eraseFromSheets(tx, workspaceId, traces.ids, elsewhere.addresses)
  return { counted, contents: { files, imports: await eraseRows(tx, workspaceId, elsewhere.addresses, words) } }
}

/** What is said of it for good. */
function tellErased({ submissions, entries, files, deliveries, opened }: Erased): string {
  const some = (n: number, one: string, many: string) => (n === 0 ? [] : [`${n} ${n === 1 ? one : many}`])
  return [
    ...some(submissions, 'submission', 'submissions'),
    ...some(entries, 'unfinished entry', 'unfinished entries'),
    ...some(files, 'file', 'files'),
    ...some(deliveries, 'delivery', 'deliveries'),
    ...some(opened, 'deal or request', 'deals and requests'),
  ].join(', ')
}

/** Submissions that are theirs, as they are from now on; and those of others that only name them. */
async function partSubmissions(tx: Runner, { ids, addresses }: Traces, found: readonly SentByThem[]) {
  const formOf = await readFormsOf(tx, found)
  const isTheirs = (one: SentByThem): boolean =>
    one.contact === null
      ? addresses.includes(emailIn(formOf(one), one.values)?.toLowerCase() ?? '')
      : ids.includes(one.contact)
  return {
    theirs: found.filter(isTheirs).map((one) => emptied(formOf(one), one)),
    others: found.filter((one) => !isTheirs(one)),
  }
}

async function blotRecords(
  tx: Runner,
  records: Awaited<ReturnType<typeof readTellingRecords>>,
  words: readonly string[],
): Promise<void> {
  await writeTellingRecords(
    tx,
    records.map((one) => {
      // What a record is known by stays: it is another’s name.
      const identity = identityOf(one.type)
      const known: Answers = identity in one.values ? { [identity]: one.values[identity] ?? null } : {}
      return { ...one, values: { ...blot(one.values, words), ...known } }
    }),
  )
}

const textsOf = ({ held }: Traces, name: (field: string) => boolean): string[] => [
  ...new Set(held.flatMap(({ field, value }) => (name(field) && typeof value === 'string' ? [value.trim()] : []))),
]

/** What they were ever called: in full, as far as that is known; and by either name. */
function namesIn(traces: Traces): { full: string[]; single: string[] } {
  const first = textsOf(traces, (field) => field === 'first_name')
  const last = textsOf(traces, (field) => field === 'last_name')
  const single = [...first, ...last]
  const both = first.flatMap((one) => last.map((other) => `${one} ${other}`))
  return { full: both.length > 0 ? both : single, single }
}

const phonesIn = (traces: Traces, fields: readonly RecordField[]): string[] =>
  textsOf(traces, (name) => fields.some((one) => one.record === 'contact' && one.name === name && one.type === 'phone'))

/** Shortest of their own words that is looked for, in letters. */
const SHORTEST = 3

const textsIn = (traces: Traces): string[] => textsOf(traces, () => true).filter((text) => text.length >= SHORTEST)

/** Fields of deals and requests whose values tell of nobody. */
const keptFields = (fields: readonly RecordField[]) => {
  const kept = (type: 'deal' | 'request') =>
    fields.flatMap((one) => (one.record === type && isNameless(one.type) ? [one.name] : []))
  return { deal: kept('deal'), request: kept('request') }
}
