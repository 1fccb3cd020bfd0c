import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { walkForm } from './walk'
import { anyAnswers, anyForm, emailQuestion, formOf } from '../testing/forms'
import { asCsvText, asOffered, cellsOf, columnsOf, itemsAt } from './table'

const names = (columns: readonly { name: string }[]) => columns.map(({ name }) => name)

describe('a sheet', () => {
  const form = formOf([emailQuestion, { kind: 'person_name', name: 'person', label: 'Name' }], {
    carried: [{ name: 'code', label: 'Code' }],
  })
  it('has a column for each value, and for each part of one', () => {
    const columns = columnsOf([form, formOf([{ kind: 'number', name: 'peak', label: 'Peak' }, emailQuestion])])
    expect(columns.map(({ name, label }) => [name, label])).toEqual([
      ['email', 'Email'],
      ['person.first', 'Name · First name'],
      ['person.last', 'Name · Last name'],
      ['code', 'Code'],
      ['peak', 'Peak'],
    ])
    expect(cellsOf(names(columns), { email: 'a@x.example', person: { last: 'Brandt' }, peak: 1240 })).toEqual([
      'a@x.example',
      null,
      'Brandt',
      null,
      1240,
    ])
  })
  it('has none for prose, and one for what is computed', () => {
    const columns = columnsOf([
      formOf([
        { kind: 'prose', name: 'said', label: 'Said' },
        { kind: 'computed', name: 'sum', label: 'Sum', expression: '1 + 1' },
      ]),
    ])
    expect(names(columns)).toEqual(['sum'])
  })
  it('has choices in the words in which they were offered, and everything else as it is stored', () => {
    const options = [
      { value: 'clay', label: 'Clay, wet' },
      { value: 'glass', label: 'Glass' },
    ]
    const one = formOf([
      { kind: 'single_choice', name: 'ware', label: 'Ware', options },
      { kind: 'several_choices', name: 'wares', label: 'Wares', options },
      { kind: 'number', name: 'peak', label: 'Peak' },
      { kind: 'date', name: 'day', label: 'Day' },
    ])
    const values = { ware: 'clay', wares: ['glass', 'gone'], peak: 1240, day: '2026-09-14' }
    const columns = names(columnsOf([one]))
    expect(cellsOf(columns, values, asOffered(one))).toEqual(['Clay, wet', 'Glass; gone', 1240, '2026-09-14'])
    expect(itemsAt('wares', values, asOffered(one))).toEqual(['Glass', 'gone'])
    expect(itemsAt('wares', { wares: [] })).toEqual([])
  })
  it('loses no answer of any kind', () => {
    fc.assert(
      fc.property(anyForm, anyAnswers, (one, raw) => {
        const { answers } = walkForm(one, raw)
        const cells = cellsOf(names(columnsOf([one])), answers).filter((cell) => cell !== null)
        const given = Object.values(answers).flatMap((answer) =>
          answer === null
            ? []
            : typeof answer === 'object' && !Array.isArray(answer)
              ? Object.values(answer)
              : [answer],
        )
        expect(cells).toHaveLength(given.length)
      }),
    )
  })
  it('holds nothing that a spreadsheet would run', () => {
    for (const text of ['=1+1', '+cmd', '-2+3', '@sum', '\t=1', ' =1', '＝1', '\n=1'])
      expect(asCsvText(text)).toBe(`'${text}`)
    for (const cell of [-5, 0, true, null, 'a=b', 'ilka@x.example', "o'neil"])
      expect(asCsvText(cell)).toBe(cell === null ? '' : String(cell))
  })
})
