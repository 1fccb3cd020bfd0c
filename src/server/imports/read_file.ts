import type { Duplex, Readable } from 'node:stream'
import { analyse } from 'chardet'
import { parse } from 'csv-parse'
import iconv from 'iconv-lite'
import { ENCODING_NAMES } from '@/core/imports/encodings'
import { SEPARATORS } from '@/core/imports/guess_separator'
import { readCard, CARD_HEADS, splitCards } from './cards'

/** What a file that is brought in is: by what is in it, not by what it is called. */
export type FileKind = 'csv' | 'xlsx' | 'vcard'

/** As much of a file as is looked at to guess what it is, in bytes. */
export const LOOKED_AT = 64 * 1024

export function kindOf(head: Buffer): FileKind {
  if (head.subarray(0, 4).equals(Buffer.from('PK\u0003\u0004', 'latin1'))) return 'xlsx'
  return /^\s*BEGIN:VCARD/i.test(head.toString('latin1').replace(/^ï»¿/, '')) ? 'vcard' : 'csv'
}

/** Encodings that hold all that others of another name do (Encoding Standard, 4.2). */
const SAME: Record<string, string> = {
  'iso-8859-1': 'windows-1252',
  'iso-8859-7': 'windows-1253',
  'iso-8859-9': 'windows-1254',
}

/** What encoding the beginning of a file is most likely in; UTF-8 wherever it can be that. */
export function guessEncoding(head: Buffer): string {
  if (head[0] === 0xff && head[1] === 0xfe) return 'utf-16le'
  if (head[0] === 0xfe && head[1] === 0xff) return 'utf-16be'
  // A letter that the end cuts through is none the less UTF-8.
  const whole = head.length < LOOKED_AT ? head : head.subarray(0, head.lastIndexOf(0x0a) + 1)
  if (isUtf8(whole)) return 'utf-8'
  const known = analyse(head).flatMap(({ name, confidence }) => {
    const encoding = SAME[name.toLowerCase()] ?? name.toLowerCase()
    return (ENCODING_NAMES as readonly string[]).includes(encoding) && encoding !== 'utf-8'
      ? [{ encoding, confidence }]
      : []
  })
  const [best] = known
  const western = iconv.decode(head, WESTERN)
  // Whole words of marked letters are no language’s that is written in Latin ones.
  if (/\P{ASCII}{4}/u.test(western)) return known.find(({ encoding }) => !LATIN.has(encoding))?.encoding ?? WESTERN
  if (hasSignsInWords(western)) return known.find(({ encoding }) => encoding !== WESTERN)?.encoding ?? WESTERN
  // What reads as a western language does is in most files what it seems, unless much speaks for another.
  const sure = known.find(({ encoding }) => encoding === WESTERN)?.confidence ?? 0
  return best && best.confidence >= sure + SURER ? best.encoding : WESTERN
}

const WESTERN = 'windows-1252'
const LATIN = new Set([WESTERN, 'iso-8859-15', 'windows-1250', 'iso-8859-2', 'windows-1254', 'windows-1257'])
/** By how much another encoding must be likelier, of a hundred. */
const SURER = 30

/** Whether signs stand in the midst of words, as no language has them: then these are letters of another encoding. */
const hasSignsInWords = (text: string): boolean =>
  (text.match(/(?<=\p{L})\P{ASCII}|\P{ASCII}(?=\p{L})/gu) ?? []).some((one) => !/[\p{L}’]/u.test(one))

function isUtf8(bytes: Buffer): boolean {
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes)
    return true
  } catch {
    return false
  }
}

export interface ReadSettings {
  kind: FileKind
  encoding: string | null
  separator: string | null
}

/** More columns than anybody maps, and longer cells than anybody stores. */
const MOST_COLUMNS = 300
const LONGEST_CELL = 20_000

/** The rows of a file, one after another, the first one being what stands over the columns. */
export async function* readFileRows(
  content: Readable,
  { kind, encoding, separator }: ReadSettings,
): AsyncGenerator<string[]> {
  const rows =
    kind === 'xlsx'
      ? readSheet(content)
      : kind === 'vcard'
        ? readCards(decode(content, encoding))
        : readCsv(decode(content, encoding), separator)
  for await (const row of rows) {
    const cells = row.slice(0, MOST_COLUMNS).map((cell) => tidy(cell).slice(0, LONGEST_CELL))
    if (cells.some((cell) => cell !== '')) yield cells
  }
}

/** Text as the database keeps it: without NUL, and without halves of letters. */
const tidy = (text: string): string => text.replaceAll('\u0000', '').toWellFormed().trim()

function decode(content: Readable, encoding: string | null): Readable {
  const decoder = iconv.decodeStream(encoding ?? 'utf-8') as unknown as Duplex
  content.once('error', (error) => decoder.destroy(error))
  return content.pipe(decoder)
}

async function* readCsv(text: Readable, separator: string | null): AsyncGenerator<string[]> {
  const parser = text.pipe(
    parse({
      delimiter: separator ?? SEPARATORS[0],
      relax_column_count: true,
      relax_quotes: true,
      skip_empty_lines: true,
      bom: true,
      max_record_size: 1024 * 1024,
    }),
  )
  text.once('error', (error) => parser.destroy(error))
  yield* parser as AsyncIterable<string[]>
}

async function* readSheet(content: Readable): AsyncGenerator<string[]> {
  const { default: Excel } = await import('exceljs')
  const reader = new Excel.stream.xlsx.WorkbookReader(content, {
    sharedStrings: 'cache',
    hyperlinks: 'ignore',
    styles: 'cache',
    worksheets: 'emit',
  })
  for await (const sheet of reader) {
    for await (const row of sheet) yield (row.values as unknown[]).slice(1).map(cellText)
    // An address book is one sheet; others are what somebody left beside it.
    return
  }
}

/** What a cell of a sheet shows. */
function cellText(value: unknown): string {
  if (value === null || value === undefined) return ''
  if (value instanceof Date) return value.toISOString().replace(/T00:00:00\.000Z$/, '')
  if (typeof value !== 'object') return String(value)
  if ('richText' in value) return (value.richText as { text: string }[]).map(({ text }) => text).join('')
  if ('text' in value) return cellText(value.text)
  if ('result' in value) return cellText(value.result)
  return ''
}

async function* readCards(text: Readable): AsyncGenerator<string[]> {
  yield [...CARD_HEADS]
  for await (const card of splitCards(text)) yield readCard(card)
}
