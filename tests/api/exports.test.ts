import { parse } from 'csv-parse/sync'
import Excel from 'exceljs'
import { beforeAll, describe, expect, it } from 'vitest'
import { api, applied, releasedForm, send } from '../support/api'
import { figure } from '../support/database'
import { readFacts } from '../support/facts'
import { signIn } from '../support/session'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()
const slug = `exports-${Date.now().toString(36)}`

/** Exports, read back by csv-parse and exceljs to the same values. */
describe('exports', () => {
  const odd = ['=1+1', '@sum(A1)', 'a "quoted", comma\nand a line', "'apostrophe", 'plain', '+49 123', 'Печь; kiln']
  const numbers = [-5, 0, 1240.5, 7, 1e6, 3, 2]
  const path = (format: string, more = '') =>
    `${facts.url}/api/v1/exports/submissions?form=${slug}&format=${format}${more}`
  const authorization = `Bearer ${facts.token}`
  const fetchExport = (address: string) => fetch(address, { headers: { authorization } })

  beforeAll(async () => {
    await releasedForm(facts, slug, {
      title: slug,
      steps: [
        {
          name: 'one',
          title: 'One',
          questions: [
            { kind: 'email', name: 'email', label: 'Email', lands: [{ field: 'email' }] },
            { kind: 'long_text', name: 'said', label: 'Said' },
            { kind: 'number', name: 'peak', label: 'Peak' },
            { kind: 'yes_no', name: 'night', label: 'Night' },
            { kind: 'date', name: 'visit', label: 'Visit' },
            { kind: 'person_name', name: 'person', label: 'Name' },
            {
              kind: 'several_choices',
              name: 'wares',
              label: 'Wares',
              options: [
                { value: 'glass', label: 'Glass, blown' },
                { value: 'clay', label: 'Clay' },
              ],
            },
          ],
        },
      ],
    })
    for (const [n, said] of odd.entries()) {
      const sent = await send(facts, slug, {
        email: `row-${n}@${slug}.example`,
        said,
        peak: numbers[n],
        night: n % 2 === 0,
        visit: '2026-09-14',
        person: { first: 'Ilka', last: n === 3 ? '' : 'Brandt' },
        wares: n === 4 ? [] : ['glass', 'clay'],
      })
      await applied(facts, sent.body.submission)
    }
  })

  const expected = () =>
    odd.map((said, n) => ({
      contact: `row-${n}@${slug}.example`,
      said,
      peak: numbers[n],
      night: n % 2 === 0,
      visit: '2026-09-14',
      'person.first': 'Ilka',
      'person.last': n === 3 ? null : 'Brandt',
      wares: n === 4 ? null : 'glass; clay',
    }))

  it('as CSV are read back to the same values, and run nothing', async () => {
    const response = await fetchExport(path('csv'))
    expect(response.headers.get('content-disposition')).toBe(`attachment; filename="${slug}.csv"`)
    const text = await response.text()
    expect(text.split('\r\n')[0]).toBe(
      'submission,received_at,form,release,state,test,contact,email,said,peak,night,visit,person.first,person.last,wares',
    )
    const rows = parse(text, { columns: true, record_delimiter: '\r\n' }) as Record<string, string>[]
    expect(rows.every((row) => !/^[=+\-@]/.test(row.said ?? ''))).toBe(true)
    const plain = (cell: string | undefined) => (cell ?? '').replace(/^'(?=[=+\-@])/, '')
    expect(rows.map((row) => [row.contact, plain(row.said), row.peak, row.night, row.wares]).toReversed()).toEqual(
      expected().map((row) => [row.contact, row.said, String(row.peak), String(row.night), row.wares ?? '']),
    )
  })
  it('as XLSX are read back to the same values, numbers as numbers', async () => {
    const book = new Excel.Workbook()
    await book.xlsx.load(await (await fetchExport(path('xlsx'))).arrayBuffer())
    const sheet = book.worksheets[0]
    const table = sheet?.getSheetValues().flatMap((row) => (Array.isArray(row) ? [row.slice(1)] : [])) ?? []
    const [head = [], ...rows] = table
    const read = rows.map((row) => Object.fromEntries(head.map((name, n) => [String(name), row[n] ?? null])))
    expect(read.toReversed()).toMatchObject(expected())
  })
  it('as JSON Lines hold the answers whole, each line saying its format', async () => {
    const lines = (await (await fetchExport(path('jsonl'))).text()).trimEnd().split('\n')
    const read = lines.map((line) => JSON.parse(line) as { format: string; values: Record<string, unknown> })
    expect(read.map(({ values }) => values.said).toReversed()).toEqual(odd)
    expect(read[0]).toMatchObject({
      format: 'lichen-submission-1',
      form: slug,
      values: { person: { first: 'Ilka', last: 'Brandt' }, wares: ['glass', 'clay'] },
    })
  })
  it('have the columns that are chosen, in the words that people read, or a row for each answer', async () => {
    const read = async (more: string) =>
      parse(await (await fetchExport(path('csv', more))).text(), { record_delimiter: '\r\n' }) as string[][]
    const [head, ...rows] = await read('&columns=wares,contact,person.last&words=labels&search=quoted')
    expect(head).toEqual(['Wares', 'Contact', 'Name · Last name'])
    expect(rows).toEqual([['Glass, blown; Clay', `row-2@${slug}.example`, 'Brandt']])
    const one = '&columns=contact,wares,peak&search=quoted&rows=values'
    expect(await read(one)).toEqual([
      ['contact', 'value', 'answer'],
      [`row-2@${slug}.example`, 'wares', 'glass'],
      [`row-2@${slug}.example`, 'wares', 'clay'],
      [`row-2@${slug}.example`, 'peak', String(numbers[2])],
    ])
    expect(await read(`${one}&words=labels`)).toContainEqual([`row-2@${slug}.example`, 'Wares', 'Glass, blown'])
    const lines = await (await fetchExport(path('jsonl', one))).text()
    expect(
      lines
        .trimEnd()
        .split('\n')
        .map((line) => JSON.parse(line) as object),
    ).toMatchObject([
      { format: 'lichen-answer-1', value: 'wares', answer: 'glass' },
      { format: 'lichen-answer-1', value: 'wares', answer: 'clay' },
      { format: 'lichen-answer-1', value: 'peak', answer: numbers[2] },
    ])
    const whole = JSON.parse(
      await (await fetchExport(path('jsonl', '&columns=person.last&search=quoted'))).text(),
    ) as object
    expect(whole).toMatchObject({ values: { person: { first: 'Ilka', last: 'Brandt' } } })
    expect(Object.keys((whole as { values: object }).values)).toEqual(['person'])

    expect((await fetchExport(path('csv', '&columns=contact,nothing'))).status).toBe(404)
    expect((await fetchExport(path('csv', '&words=shouted'))).status).toBe(400)
    const columns = await api<{ about: { name: string }[]; values: { name: string; label: string }[] }>(
      facts,
      'GET',
      `/exports/submissions/columns?form=${slug}`,
    )
    const every = [...columns.body.about, ...columns.body.values].map(({ name }) => name)
    expect((await read(''))[0]).toEqual(every)
    expect(columns.body.values).toContainEqual({ name: 'person.last', label: 'Name · Last name' })
  })
  it('hold what is filtered and no more', async () => {
    const count = async (address: string) =>
      (parse(await (await fetchExport(address)).text(), { columns: true, record_delimiter: '\r\n' }) as unknown[])
        .length
    expect(await count(path('csv', '&search=quoted'))).toBe(1)
    expect(await count(path('csv', '&state=failed'))).toBe(0)
    const people = `${facts.url}/api/v1/exports/contacts?format=csv`
    expect(await count(`${people}&search=${slug}.example`)).toBe(odd.length)
    const contacts = () =>
      figure(
        facts.database,
        `select count(*) from record r join form f using (workspace_id) where f.slug = $1 and r.type = 'contact'`,
        [slug],
      )
    // Others may make contacts meanwhile: all of them, as many as there were when it was asked for or when it had come.
    const before = await contacts()
    const exported = await count(people)
    expect(exported).toBeGreaterThanOrEqual(before)
    expect(exported).toBeLessThanOrEqual(await contacts())
    expect((await fetchExport(path('exe'))).status).toBe(400)
  })
  it('are given in the studio to its members only, and of their own workspace only', async () => {
    const address = `${facts.url}/exports/submissions?form=${slug}&format=jsonl`
    const other = await makeWorkspace(facts)
    expect((await fetch(address)).status).toBe(401)
    expect(await (await fetch(address, { headers: { cookie: other.cookie } })).text()).toBe('')
    const own = await fetch(address, { headers: { cookie: await signIn(facts) } })
    expect((await own.text()).trimEnd().split('\n')).toHaveLength(odd.length)
    const people = `${facts.url}/exports/people?format=csv`
    expect((await fetch(people)).status).toBe(401)
    expect(await (await fetch(people, { headers: { cookie: other.cookie } })).text()).not.toContain('@')
    expect((await api(facts, 'GET', '/exports/contacts')).status).toBe(400)
  })
})
