import type { Answers } from '@/core/answers/answer'
import { readHosts } from '@/db/queries/hosts'
import { context } from './context'
import { type ProofRecord, proofRecordOf } from './hosts/prove'
import { log } from './log'

/** What the Bench shows of itself over HTTP. */
export interface BenchState {
  switches: {
    mail: 'works' | 'refuses' | 'hangs'
    crm: 'works' | 'fails' | 'errs' | 'hangs'
    hook: 'works' | 'fails' | 'hangs'
  }
  counts: { mailbox: number; crm: number; hooks: number }
  messages: BenchMessage[]
  contacts: BenchContact[]
  events: BenchEvent[]
  /** Where events are caught for this workspace. */
  catcher: string
  names: BenchName[]
}

/** A host name of the workspace’s own, the record that shows it, and whether the name server tells that. */
export interface BenchName {
  name: string
  record: ProofRecord
  isTold: boolean
}

interface BenchMessage {
  id: string
  from: string
  to: string[]
  replyTo: string | null
  subject: string
  text: string
  files?: { name: string; bytes: number }[]
  date: string | null
  receivedAt: string
  copies: number
}

interface BenchContact {
  email: string
  fields: Answers
  revision: number
  updatedAt: string
  writes: number
}

interface BenchEvent {
  id: string
  body: string
  /** Whether its signature holds; `null` where the catcher was told no secret. */
  signed: boolean | null
  wrong: string | null
  receivedAt: string
  copies: number
}

/** Reads what a workspace sent to the simulated outside; `null` where none is connected, or it does not answer. */
export async function readBench(workspaceId: string, address: string): Promise<BenchState | null> {
  const query = `workspace=${workspaceId}&limit=50`
  const to = encodeURIComponent(address)
  try {
    const [state, { messages }, { contacts }, { events }, names] = await Promise.all([
      fetchJson<BenchState['counts'] & { switches: BenchState['switches'] }>(`/?${query}`),
      fetchJson<{ messages: BenchMessage[] }>(`/mailbox/messages?${query}&to=${to}`),
      fetchJson<{ contacts: BenchContact[] }>(`/crm/contacts?${query}&email=${to}`),
      fetchJson<{ events: BenchEvent[] }>(`/hooks?${query}`),
      readNames(workspaceId),
    ])
    const { switches, mailbox, crm, hooks } = state
    const catcher = benchAddress(`/hooks/${workspaceId}`)
    return { switches, counts: { mailbox, crm, hooks }, messages, contacts, events, catcher, names }
  } catch (error) {
    log.warn({ error }, 'The Bench does not answer')
    return null
  }
}

async function readNames(workspaceId: string): Promise<BenchName[]> {
  const { db, config } = context()
  const { hosts } = await readHosts(db, workspaceId)
  const { names } = await fetchJson<{ names: { name: string; texts: string[] }[] }>('/names')
  const told = new Map(names.map(({ name, texts }) => [name, texts]))
  return hosts.map(({ name }) => {
    const record = proofRecordOf(config.LICHEN_SECRET, workspaceId, name)
    return { name, record, isTold: told.get(record.name)?.includes(record.text) ?? false }
  })
}

/** Has the name server tell the record of a host name of the workspace’s, in place of whatever it told, or nothing. */
export async function tellBenchName(workspaceId: string, host: string, isTold: boolean): Promise<void> {
  const known = (await readNames(workspaceId)).find(({ name }) => name === host)
  if (!known) return
  const body = JSON.stringify({ name: known.record.name, texts: isTold ? [known.record.text] : [] })
  await fetch(benchAddress('/names'), { method: 'PUT', body })
}

/** Turns switches for one workspace: others go on as they were. */
export async function turnBenchSwitches(workspaceId: string, switches: Partial<BenchState['switches']>): Promise<void> {
  await fetch(benchAddress(`/switches?workspace=${workspaceId}`), { method: 'PUT', body: JSON.stringify(switches) })
}

/** Tells the workspace's catcher of webhooks what events are signed with; says what is wrong with it. */
export async function trustBenchHooks(workspaceId: string, secret: string): Promise<string | null> {
  const body = JSON.stringify({ secret })
  const response = await fetch(benchAddress(`/hooks/secret?workspace=${workspaceId}`), { method: 'PUT', body })
  return response.ok ? null : ((await response.json()) as { error: string }).error
}

async function fetchJson<T>(path: string): Promise<T> {
  const response = await fetch(benchAddress(path), { cache: 'no-store', signal: AbortSignal.timeout(3000) })
  return (await response.json()) as T
}

const benchAddress = (path: string): string => new URL(path, context().config.LICHEN_BENCH_URL).toString()
