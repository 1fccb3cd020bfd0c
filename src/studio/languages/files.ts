import { parse } from 'csv-parse/browser/esm/sync'
import { stringify } from 'csv-stringify/browser/esm/sync'
import type { Incoming } from '@/core/form/translation_sheet'
import { asCsvText } from '@/core/form/table'
import type { XliffUnit } from '@/core/formats/xliff'

/** Translations as files come in and go out: CSV (RFC 4180), and XLIFF 2.1 (OASIS). */

/** A line for each wording: where it stands, what it is, what it is in the other language. */
export const writeCsv = (from: string, to: string, units: readonly XliffUnit[]): string =>
  stringify([['place', from, to], ...units.map(({ key, source, target }) => [key, source, target].map(asCsvText))], {
    record_delimiter: '\r\n',
    quoted_match: /^'|[\r\n]/,
  })

/** Reads either sort of file for one language; throws where it is neither, or of another language. */
export const readTranslations = (text: string, language: string): Incoming[] =>
  /^\s*</.test(text.replace(/^\ufeff/, '')) ? readXliff(text, language) : readCsv(text, language)

function readCsv(text: string, language: string): Incoming[] {
  const rows = parse(text, { bom: true, relax_column_count: true }) as string[][]
  const [head = [], ...lines] = rows
  const at = head.indexOf(language)
  if (head[0] !== 'place' || at < 0) throw new Error(`its first line needs “place” and “${language}”.`)
  // A mark before what a spreadsheet would run is none of the text.
  const cell = (line: readonly string[], index: number) => (line[index] ?? '').replace(/^'(?=[=+\-@\t\r])/, '')
  return lines.map((line) => ({ key: cell(line, 0), of: cell(line, 1), text: cell(line, at) }))
}

const XLIFF = 'urn:oasis:names:tc:xliff:document:2.0'

function readXliff(text: string, language: string): Incoming[] {
  const document = new DOMParser().parseFromString(text.replace(/^\ufeff/, ''), 'application/xml')
  const root = document.documentElement
  if (document.querySelector('parsererror') || root.namespaceURI !== XLIFF)
    throw new Error('it is no XLIFF 2 document.')
  const target = root.getAttribute('trgLang') ?? ''
  if (target.split('-')[0] !== language) throw new Error(`it is in “${target}”, not in “${language}”.`)
  return [...root.getElementsByTagNameNS(XLIFF, 'unit')].map((unit) => {
    // A program may have cut a text into segments: together they are the text.
    const all = (name: string) => [...unit.getElementsByTagNameNS(XLIFF, name)].map((one) => one.textContent).join('')
    return { key: unit.getAttribute('name') ?? '', of: all('source'), text: all('target') }
  })
}
