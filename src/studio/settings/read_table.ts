import { parse } from 'csv-parse/browser/esm/sync'
import { guessSeparator } from '@/core/imports/guess_separator'

/** The rows of a table as CSV has them (RFC 4180), whatever separates its cells; `null` for what is none. */
export function readTable(text: string): string[][] | null {
  try {
    return parse(text, { bom: true, relax_column_count: true, delimiter: guessSeparator(text) })
  } catch {
    return null
  }
}
