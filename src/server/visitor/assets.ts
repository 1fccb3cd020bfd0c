import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Assets } from '@/visitor/document'

let known: Assets | undefined

/** The names of the visitor's script and style sheet, as the build left them. */
export function visitorAssets(): Assets {
  known ??= JSON.parse(readFileSync(join(process.cwd(), 'public', 'visitor.json'), 'utf8')) as Assets
  return known
}
