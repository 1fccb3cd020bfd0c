import { context } from './context'

/** What the Bench shows of itself over HTTP. */
export interface BenchState {
  switches: { mail: 'works' | 'refuses'; crm: 'works' | 'fails' }
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
  fields: Record<string, unknown>
  revision: number
  updatedAt: string
  writes: number
}

/** Reads the simulated outside; `null` where none is connected, or it does not answer. */
export async function readBench(address: string): Promise<BenchState | null> {
  const query = address ? encodeURIComponent(address) : ''
  try {
    const [state, { messages }, { contacts }] = await Promise.all([
      fetchJson<{ mailbox: number; crm: number; switches: BenchState['switches'] }>('/'),
      fetchJson<{ messages: BenchMessage[] }>(`/mailbox/messages?limit=50&to=${query}`),
      fetchJson<{ contacts: BenchContact[] }>(`/crm/contacts?limit=50&email=${query}`),
    ])
    return { switches: state.switches, counts: { mailbox: state.mailbox, crm: state.crm }, messages, contacts }
  } catch {
    return null
  }
}

export async function turnBenchSwitches(switches: Partial<BenchState['switches']>): Promise<void> {
  await fetch(benchAddress('/switches'), { method: 'PUT', body: JSON.stringify(switches) })
}

async function fetchJson<T>(path: string): Promise<T> {
  const response = await fetch(benchAddress(path), { cache: 'no-store', signal: AbortSignal.timeout(3000) })
  return (await response.json()) as T
}

const benchAddress = (path: string): string => new URL(path, context().config.LICHEN_BENCH_URL).toString()
