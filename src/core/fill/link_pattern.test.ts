import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { RecordField } from '../fields/field'
import { examinePattern, expandLink, markLink, USUAL_PATTERN } from './link_pattern'
import { sheetColumns } from './sheet_columns'

const address = 'https://lichen.tarnfield.example/f/bring-a-studio'
const field = (name: string, type: RecordField['type'] = 'text'): RecordField => ({
  record: 'contact',
  name,
  label: name.replaceAll('_', ' '),
  type,
  options: [],
  retired: false,
})
const columns = sheetColumns([
  field('email'),
  field('first_name'),
  field('region'),
  field('code'),
  field('phone', 'phone'),
])
const code = 'K7WQ2M9XR4TBCD3FGH5JN'
const said = (pattern: string, mark = '') =>
  examinePattern(address, columns, { pattern, mark, columns: columns.map(({ name }) => name) }).map(
    ({ severity, text }) => `${severity}: ${text}`,
  )

describe('the columns of a sheet', () => {
  it('are its own, and the fields of a contact, none of them called like another', () => {
    expect(columns.map(({ name }) => name)).toEqual([
      'email',
      'name',
      'company',
      'link',
      'code',
      'referral_code',
      'first_name',
      'region',
      'contact.code',
      'phone',
    ])
  })
})

describe('a link pattern', () => {
  it('is sound where it brings whoever holds the link to the form as themselves', () => {
    for (const pattern of [USUAL_PATTERN, '?utm_source=mailing&k={code}', '?k={+code}&x=%20'])
      expect(said(pattern)).toEqual([])
    expect(expandLink(address, '?k={code}{&utm_source}', { code, utm_source: 'Autumn & clay' })).toBe(
      `${address}?k=${code}&utm_source=Autumn%20%26%20clay`,
    )
  })

  it('is held against the form’s address however that is written', () => {
    const written = { pattern: USUAL_PATTERN, mark: '', columns: [] }
    expect(examinePattern('https://Lichen.Tarnfield.example:443/f/notes', columns, written)).toEqual([])
  })

  it.each([
    ['?k={code', 'A brace is opened and not closed, or closed and not opened.'],
    ['?k=code}', 'A brace is opened and not closed, or closed and not opened.'],
    ['?k={code }', '{code } is no expression that RFC 6570 knows, as {code} or {?region} are.'],
    ['?k={}', '{} is no expression that RFC 6570 knows, as {code} or {?region} are.'],
    ['?k={code}&a b', '“&a b” has characters that an address cannot have as they are: write them in percent.'],
    ['?k={code}&{shoe,hat:3}', 'The sheet has no column shoe and hat.'],
    ['?k={link}', 'The link cannot stand in itself.'],
    ['/more?k={code}', 'It leads to another page than the form’s: begin with a question mark.'],
    ['.evil.test/?k={code}', 'It leads to another page than the form’s: begin with a question mark.'],
    ['?code={code}', 'It does not say whose link it is: have it end in ?k={code}.'],
    ['#k={code}', 'It does not say whose link it is: have it end in ?k={code}.'],
    ['?k={code:9}', 'It does not say whose link it is: have it end in ?k={code}.'],
    ['?k=x&k={code}', 'It does not say whose link it is: have it end in ?k={code}.'],
  ])('%s has a fault', (pattern, text) => expect(said(pattern)).toEqual([`fault: ${text}`]))

  it('keeps who somebody is out of the address, and says what else would stand in the open', () => {
    expect(said('?k={code}&to={email}{&name,phone}')[0]).toMatch(
      /^fault: Email, Name and phone would stand in the open/,
    )
    expect(said('?k={code}&first={first_name}')[0]).toMatch(/^fault: first name would stand in the open/)
    expect(said('?k={code}{&region}')[0]).toMatch(/^warning: region would stand in the open/)
  })

  it('is written with the marks of the tool that sends the mailing', () => {
    const marked = (pattern: string, mark: string) => markLink(address, pattern, mark, columns)
    expect(marked(USUAL_PATTERN, '[[COLUMN]]')).toBe(`${address}?k=[[code]]`)
    expect(marked('{?region}&k={code}', '((COLUMN!))')).toBe(`${address}?region=((region!))&k=((code!))`)
  })

  it('says what a mark would break', () => {
    expect(said(USUAL_PATTERN, '[[code]]')).toEqual([
      'fault: Write COLUMN where your tool’s mark has the name of a column.',
    ])
    expect(said(USUAL_PATTERN, '[[COLUMN]]')).toEqual([])
    expect(said(USUAL_PATTERN, '#COLUMN#')[0]).toMatch(/^warning: “#” of the mark means something in an address/)
    expect(said(USUAL_PATTERN, '<%COLUMN %>')[0]).toMatch(
      /^warning: “<”, “%”, A space and “>” of the mark cannot stand/,
    )
    expect(
      examinePattern(address, columns, { pattern: USUAL_PATTERN, mark: '[[COLUMN]]', columns: ['email'] }),
    ).toEqual([
      {
        severity: 'warning',
        text: 'Code of the link: your tool has nothing to put in for its mark, unless you tick it as a column.',
      },
    ])
    expect(said('?k={code}{&region}', '[[COLUMN]]')[1]).toMatch(/^warning: region: your tool puts in/)
    expect(said('?k={code}{&region:3}', '[[COLUMN]]')[1]).toMatch(/^fault: {&region:3}: a mark cannot be shortened/)
  })

  it('makes an address of the form whatever a row has, with nothing lost (RFC 3986)', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.string(), (region, utm) => {
        const link = new URL(expandLink(address, '?k={code}{&region,utm_source}', { code, region, utm_source: utm }))
        expect(link.origin + link.pathname).toBe(address)
        expect(link.hash).toBe('')
        expect([...link.searchParams]).toEqual([
          ['k', code],
          ['region', region],
          ['utm_source', utm],
        ])
      }),
    )
  })
})
