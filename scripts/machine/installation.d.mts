import type { ChildProcess } from 'node:child_process'

/** The types of `installation.mjs`, for tests written in TypeScript. */
export class Installation {
  constructor(home: string, port: number, settings?: Record<string, string>)
  readonly url: string
  readonly bench: string
  readonly cluster: { url: string; start(): Promise<void>; stop(): void; psql(database: string, sql: string): string }
  loadAnew(args?: string[]): Promise<string>
  start(what: 'bench' | 'web' | 'worker'): { child: ChildProcess }
  startAll(): Promise<void>
  stop(): Promise<void>
}
