import type { Answers } from '@/core/answers/answer'
import { context } from './context'
import { log } from './log'

/** What the Bench shows of itself over HTTP. */
export interface BenchState {
  switches: { mail: 'works' | 'refuses' | 'hangs'; crm: 'works' | 'fails' | 'errs' | 'hangs' }
  counts: { mailbox: number; crm: number }
  messages: BenchMessage[]
  contacts: BenchContact[]
}

interface BenchMessage {
  id: string
  from: string
  to: string[]
  replyTo: string | null
  subject: string
  text: string
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

/** Reads what a workspace sent to the simulated outside; `null` where none is connected, or it does not answer. */
export async function readBench(workspaceId: string, address: string): Promise<BenchState | null> {
  const query = `workspace=${workspaceId}&limit=50`
  const to = encodeURIComponent(address)
  try {
    const [state, { messages }, { contacts }] = await Promise.all([
      fetchJson<{ mailbox: number; crm: number; switches: BenchState['switches'] }>(`/?${query}`),
      fetchJson<{ messages: BenchMessage[] }>(`/mailbox/messages?${query}&to=${to}`),
      fetchJson<{ contacts: BenchContact[] }>(`/crm/contacts?${query}&email=${to}`),
    ])
    return { switches: state.switches, counts: { mailbox: state.mailbox, crm: state.crm }, messages, contacts }
  } catch (error) {
    log.warn({ error }, 'The Bench does not answer')
    return null
  }
}

/** Turns switches for one workspace: others go on as they were. */
export async function turnBenchSwitches(workspaceId: string, switches: Partial<BenchState['switches']>): Promise<void> {
  await fetch(benchAddress(`/switches?workspace=${workspaceId}`), { method: 'PUT', body: JSON.stringify(switches) })
}

async function fetchJson<T>(path: string): Promise<T> {
  const response = await fetch(benchAddress(path), { cache: 'no-store', signal: AbortSignal.timeout(3000) })
  return (await response.json()) as T
}

const benchAddress = (path: string): string => new URL(path, context().config.LICHEN_BENCH_URL).toString()
