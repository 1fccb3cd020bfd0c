import { appendFileSync, existsSync, mkdirSync, readFileSync } from 'node:fs'
import { dirname } from 'node:path'

/** An append-only file of JSON lines, read whole at start: enough memory for a simulated service. */
export class JsonLines<T> {
  constructor(private readonly path: string) {
    mkdirSync(dirname(path), { recursive: true })
  }

  read(): T[] {
    if (!existsSync(this.path)) return []
    const lines = readFileSync(this.path, 'utf8').split('\n').filter(Boolean)
    return lines.map((line) => JSON.parse(line) as T)
  }

  append(entry: T): void {
    appendFileSync(this.path, `${JSON.stringify(entry)}\n`)
  }
}
