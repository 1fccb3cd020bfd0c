import { Readable } from 'node:stream'
import { stringify } from 'csv-stringify/sync'
import Excel from 'exceljs'
import ICAL from 'ical.js'
import iconv from 'iconv-lite'
import { describe, expect, it } from 'vitest'
import { guessSeparator } from '@/core/imports/guess_separator'
import { CARD_HEADS } from '@/server/imports/cards'
import { guessEncoding, kindOf, readFileRows } from '@/server/imports/read_file'

/** What others write is read as they wrote it: `csv-stringify`, `exceljs`, `ical.js`, in encodings by `iconv-lite`. */

const ROWS = [
  ['email', 'name', 'note'],
  ['ida@kiln.example', 'Ida "Lou" Holm', 'first line\nsecond, line; and | more'],
  ['bo@kiln.example', '', '  '],
  ['jürgen@kiln.example', 'Jürgen Weiß', '=1+1'],
]
const TIDY = ROWS.map((row) => row.map((cell) => cell.trim()))

/** In pieces of a few bytes, so that letters and quotes are cut through. */
const inPieces = (content: Buffer): Readable =>
  Readable.from(Array.from({ length: Math.ceil(content.length / 7) }, (_, n) => content.subarray(n * 7, n * 7 + 7)))

async function readAll(content: Buffer, encoding = guessEncoding(content)) {
  const kind = kindOf(content)
  const separator = kind === 'csv' ? guessSeparator(iconv.decode(content, encoding)) : null
  const rows: string[][] = []
  for await (const row of readFileRows(inPieces(content), { kind, encoding, separator })) rows.push(row)
  return rows
}

describe('CSV', () => {
  it.each([',', ';', '\t', '|'])(
    'parted by %j is read as it was written, with what stands in quotes',
    async (delimiter) => {
      for (const record_delimiter of ['\n', '\r\n'])
        for (const bom of [false, true])
          expect(await readAll(Buffer.from(stringify(ROWS, { delimiter, record_delimiter, bom })))).toEqual(TIDY)
    },
  )
  it.each([
    ['utf-16le', 'Zürich;Łódź;京都'],
    ['windows-1252', 'Prénom;Lefèvre;Hélène;Sören Åkerström;François;Jürgen Weiß'],
    ['windows-1251', 'Имя и фамилия;Сергей Кузнецов;Город;Иван Петрович Сидоров;Москва'],
    ['windows-1256', 'الاسم;العائلة;محمد علي;القاهرة'],
  ])('in %s is read as it was written, and found to be so', async (encoding, text) => {
    const head = 'email;a;b;c'
    const content = iconv.encode(`${head}\n${text}\n`.repeat(encoding === 'windows-1251' ? 4 : 1), encoding, {
      addBOM: true,
    })
    expect(guessEncoding(content)).toBe(encoding)
    expect((await readAll(content))[1]).toEqual(text.split(';'))
  })
  it('says of every encoding what its table says', async () => {
    for (const encoding of [
      'windows-1250',
      'iso-8859-2',
      'iso-8859-15',
      'koi8-r',
      'windows-1253',
      'windows-1254',
      'shift_jis',
      'big5',
      'gb18030',
      'euc-kr',
    ]) {
      const letters = Buffer.from(Array.from({ length: 26 }, (_, n) => 0xc0 + n))
      const text = iconv.decode(letters, encoding).replace(/[\s;"\p{Cc}\ufffd]/gu, '')
      const content = iconv.encode(`a;b\n${text};x\n`, encoding)
      expect([encoding, (await readAll(content, encoding))[1]?.[0]]).toEqual([encoding, text])
    }
  })
})

it('XLSX as `exceljs` writes it: numbers, days, links, rich text, formulas by what they come to', async () => {
  const book = new Excel.Workbook()
  const sheet = book.addWorksheet('People')
  sheet.addRow(['email', 'size', 'since', 'rich', 'sum', 'yes'])
  sheet.addRow([
    { text: 'ida@kiln.example', hyperlink: 'mailto:ida@kiln.example' },
    7.5,
    new Date(Date.UTC(2026, 2, 4)),
    { richText: [{ text: 'two ' }, { text: 'parts', font: { bold: true } }] },
    { formula: '1+1', result: 2 },
    true,
  ])
  sheet.addRow([])
  sheet.addRow(['bo@kiln.example'])
  book.addWorksheet('Left behind').addRow(['nobody'])
  const content = Buffer.from(await book.xlsx.writeBuffer())
  expect(kindOf(content)).toBe('xlsx')
  expect(await readAll(content)).toEqual([
    ['email', 'size', 'since', 'rich', 'sum', 'yes'],
    ['ida@kiln.example', '7.5', '2026-03-04', 'two parts', '2', 'true'],
    ['bo@kiln.example'],
  ])
})

describe('vCard', () => {
  const card = (version: string, more: [string, object, string, unknown][]) =>
    ICAL.stringify([
      'vcard',
      [['version', {}, 'text', version], ['fn', {}, 'text', 'Ida Lou Holm'], ...more],
      [],
    ] as never)

  it('4.0 as `ical.js` writes it, folded lines and all (RFC 6350)', async () => {
    const text = card('4.0', [
      ['n', {}, 'text', ['Holm', 'Ida', 'Lou', '', '']],
      ['email', { pref: '2' }, 'text', 'other@kiln.example'],
      ['email', { pref: '1' }, 'text', 'ida@kiln.example'],
      ['org', {}, 'text', ['Alder Pottery; Sons', 'Glazes']],
      ['tel', {}, 'uri', 'tel:+46-70-174-06-05'],
      ['adr', {}, 'text', ['', '', '5 Kiln Row', 'Lund', '', '222 22', 'Sweden']],
      ['note', {}, 'text', `A long note, ${'again and again, '.repeat(12)}\nand more`],
    ])
    expect(kindOf(Buffer.from(text))).toBe('vcard')
    const [heads, ida, bo] = await readAll(
      Buffer.from(`${text}\r\n${card('4.0', [['email', {}, 'text', 'bo@kiln.example']])}\r\n`),
    )
    expect(heads).toEqual([...CARD_HEADS])
    const of = (row: string[] | undefined, head: (typeof CARD_HEADS)[number]) => row?.[CARD_HEADS.indexOf(head)]
    expect([of(ida, 'Email'), of(ida, 'First name'), of(ida, 'Last name'), of(ida, 'Company')]).toEqual([
      'ida@kiln.example',
      'Ida',
      'Holm',
      'Alder Pottery; Sons',
    ])
    expect([of(ida, 'Phone'), of(ida, 'City'), of(ida, 'Postal code'), of(ida, 'Country')]).toEqual([
      '+46-70-174-06-05',
      'Lund',
      '222 22',
      'Sweden',
    ])
    expect(of(ida, 'Note')).toContain('and more')
    expect([of(bo, 'Email'), of(bo, 'First name'), of(bo, 'Last name')]).toEqual(['bo@kiln.example', 'Ida Lou', 'Holm'])
  })
  it('3.0 as telephones write it, and says what it cannot read', async () => {
    const three =
      'BEGIN:VCARD\r\nVERSION:3.0\r\nN:Holm;Ida;;;\r\nFN:Ida Holm\r\nEMAIL;type=INTERNET;type=pref:ida@kiln.example\r\nEND:VCARD\r\n'
    const rows = await readAll(Buffer.from(`${three}BEGIN:VCARD\r\nthis is none\r\nEND:VCARD\r\n`))
    expect(rows[1]?.slice(0, 3)).toEqual(['ida@kiln.example', 'Ida', 'Holm'])
    expect(rows[2]?.[0]).toContain('this is none')
  })
})
