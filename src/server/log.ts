import { AsyncLocalStorage } from 'node:async_hooks'
import { format, stripVTControlCharacters } from 'node:util'
import pino, { type Level, type Logger } from 'pino'

/** Ids of what is being worked on: they stand in every line logged meanwhile. */
interface Trace {
  request?: string
  submission?: string
  delivery?: string
  job?: string
}

// Shared by however many bundles of the web server load this module.
const holder = globalThis as { lichenLog?: Logger; lichenTraces?: AsyncLocalStorage<Trace> }
const traces = (holder.lichenTraces ??= new AsyncLocalStorage<Trace>())

/** Runs some work with these ids in every line it logs. */
export const traced = <T>(trace: Trace, work: () => T): T => traces.run({ ...traces.getStore(), ...trace }, work)

/**
 * One line of JSON for each thing worth knowing, on standard output. Never an answer or a secret: what a
 * database or a mail server says of an error may quote both, so of theirs only the codes are kept.
 */
export const log: Logger = (holder.lichenLog ??= pino({
  base: { role: process.env.LICHEN_ROLE ?? 'all', pid: process.pid },
  level: process.env.LICHEN_LOG_LEVEL ?? 'info',
  timestamp: pino.stdTimeFunctions.isoTime,
  mixin: () => traces.getStore() ?? {},
  serializers: { error: describeError },
}))

/** How libraries speak on the console, and how much each of it matters. */
const SPOKEN = { debug: 'debug', log: 'info', info: 'info', warn: 'warn', error: 'error' } satisfies Record<
  string,
  Level
>

/** Has what libraries say on the console logged like everything else. Of their errors only what may be told is kept. */
export function logConsole(): void {
  for (const [way, level] of Object.entries(SPOKEN) as [keyof typeof SPOKEN, Level][])
    console[way] = (...given: unknown[]) => {
      const error = given.find((one) => one instanceof Error)
      const words = given.filter((one) => typeof one !== 'object')
      const said = stripVTControlCharacters(format(...words))
        .trim()
        .slice(0, 300)
      log[level]({ said, error }, 'A library says something')
    }
}

interface Coded {
  code?: unknown
  severity?: unknown
  table?: unknown
  constraint?: unknown
  routine?: unknown
  responseCode?: unknown
}

function describeError(error: unknown): object {
  if (!(error instanceof Error)) return { type: typeof error }
  const { code, severity, table, constraint, routine, responseCode } = error as Coded
  const stack = error.stack?.slice(error.stack.indexOf('\n    at ') + 1).slice(0, 2000)
  if (severity !== undefined) return { type: 'DatabaseError', code, table, constraint, routine, stack }
  if (responseCode !== undefined) return { type: error.name, code, responseCode, stack }
  return {
    type: error.name,
    code,
    message: error.message.slice(0, 300),
    stack,
    cause: error.cause && describeError(error.cause),
  }
}
