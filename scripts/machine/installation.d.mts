import type { ChildProcess } from 'node:child_process'

/** The types of `installation.mjs`, for tests written in TypeScript. */
export class Installation {
  constructor(home: string, port: number, settings?: Record<string, string>)
  /** The folder of all its files. */
  readonly home: string
  readonly url: string
  readonly bench: string
  readonly cluster: {
    url: string
    folder: string
    settings: string[]
    running: boolean
    start(): Promise<void>
    stop(): void
    psql(database: string, sql: string): string
  }
  /** What its processes are told by their environment. */
  readonly environment: Record<string, string>
  /** Says which of its ports is taken, if any is. */
  requirePorts(): Promise<void>
  /** Starts the database server, without a database of ours or any files. */
  beginEmpty(): Promise<void>
  beginAnew(): Promise<void>
  loadDemo(args?: string[]): Promise<string>
  startBench(): Promise<void>
  loadAnew(args?: string[]): Promise<string>
  /** Starts a process and keeps it running; `child` is the one that runs now. */
  start(what: 'bench' | 'web' | 'worker' | 'all', settings?: Record<string, string>): { readonly child: ChildProcess }
  startAll(): Promise<void>
  untilWell(): Promise<void>
  stop(): Promise<void>
}
