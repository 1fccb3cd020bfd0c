import { parse } from 'csv-parse/sync'
import Excel from 'exceljs'
import { describe, expect, it } from 'vitest'
import { asCsvText } from '@/core/form/table'
import { asXmlText } from '@/core/formats/text'
import { everyCharacter } from '@/core/testing/every_character'
import { writeExport } from './write'

/** Read back by csv-parse and exceljs, whose XML is read by saxes. */
describe('an export', () => {
  const texts = everyCharacter()
  async function* pages() {
    yield Promise.resolve(texts.map((text) => ({ cells: () => [text], json: () => ({ text }) })))
  }
  const written = (format: 'csv' | 'xlsx' | 'jsonl') =>
    writeExport({ name: 'all', columns: ['text'], pages: pages() }, format)

  it('holds every character that is let in, as CSV', async () => {
    const read = parse(await written('csv').text(), { record_delimiter: '\r\n' }) as string[][]
    expect(read.slice(1).map(([text]) => text)).toEqual(texts.map(asCsvText))
  })
  it('as JSON Lines', async () => {
    const lines = (await written('jsonl').text()).trimEnd().split('\n')
    expect(lines.map((line) => (JSON.parse(line) as { text: string }).text)).toEqual(texts)
  })
  it('and as a workbook, but for what XML cannot hold', async () => {
    const book = new Excel.Workbook()
    await book.xlsx.load(await written('xlsx').arrayBuffer())
    const read = texts.map((_, row) => book.getWorksheet('Sheet')?.getCell(row + 2, 1).value)
    // The end of a line is a line feed wherever XML is read (XML 1.0, 2.11), and exceljs leaves out DEL.
    const expected = texts.map((text) => asXmlText(text).replaceAll('\r', '\n').replaceAll('\x7f', ''))
    expect(read).toEqual(expected)
  })
})
