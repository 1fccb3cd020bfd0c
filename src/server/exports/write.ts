import { once } from 'node:events'
import { PassThrough } from 'node:stream'
import { stringify } from 'csv-stringify/sync'
import { asCsvText, type Cell } from '@/core/form/table'
import { asXmlText } from '@/core/formats/text'
import { log } from '../log'
import { streamed } from '../streamed'
import type { Export } from './rows'

export const EXPORT_FORMATS = ['csv', 'xlsx', 'jsonl'] as const

export type ExportFormat = (typeof EXPORT_FORMATS)[number]

export const EXPORT_TYPES: Record<ExportFormat, string> = {
  csv: 'text/csv; charset=utf-8; header=present',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  jsonl: 'application/x-ndjson; charset=utf-8',
}

/** An export as a download, written while it is read: memory stays flat however many rows there are. */
export function writeExport(source: Export, format: ExportFormat): Response {
  const body = { csv: writeCsv, xlsx: writeXlsx, jsonl: writeJsonLines }[format](source)
  return new Response(streamed(body), {
    headers: {
      'content-type': EXPORT_TYPES[format],
      'content-disposition': `attachment; filename="${source.name}.${format}"`,
      'cache-control': 'no-store',
    },
  })
}

/** Comma-separated values as RFC 4180 has them, with a heading, and nothing in them that a spreadsheet would run. */
async function* writeCsv({ columns, pages }: Export): AsyncGenerator<string> {
  const write = (rows: Cell[][]) => stringify(rows, { record_delimiter: '\r\n', quoted_match: /^'|[\r\n]/ })
  yield write([columns])
  for await (const page of pages) yield write(page.map(({ cells }) => cells().map(asCsvText)))
}

/** One JSON document a line, each saying its format. */
async function* writeJsonLines({ pages }: Export): AsyncGenerator<string> {
  for await (const page of pages) yield page.map(({ json }) => `${JSON.stringify(json())}\n`).join('')
}

/** A workbook is made of XML. */
const asWorkbookCell = (cell: Cell): Cell => (typeof cell === 'string' ? asXmlText(cell) : cell)

/** A workbook of one sheet. Text is text there, whatever it begins with, so nothing needs to be marked. */
function writeXlsx({ columns, pages }: Export): AsyncIterable<Uint8Array> {
  const out = new PassThrough()
  const gone = new Promise((done) => out.once('close', done))
  const write = async () => {
    // Large, and seldom needed.
    const { default: Excel } = await import('exceljs')
    const book = new Excel.stream.xlsx.WorkbookWriter({ stream: out, useSharedStrings: false, useStyles: false })
    const sheet = book.addWorksheet('Sheet')
    sheet.addRow(columns).commit()
    for await (const page of pages) {
      for (const { cells } of page) sheet.addRow(cells().map(asWorkbookCell)).commit()
      // The reader may be slower than the database, or gone.
      if (out.writableNeedDrain) await Promise.race([once(out, 'drain'), gone])
      if (out.destroyed) return
    }
    sheet.commit()
    await book.commit()
  }
  write().catch((error: unknown) => {
    log.error({ error }, 'An export broke off')
    out.destroy(error instanceof Error ? error : new Error(String(error)))
  })
  return out
}
