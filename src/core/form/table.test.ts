import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { walkForm } from './walk'
import { anyAnswers, anyForm, emailQuestion, formOf } from '../testing/forms'
import { asCsvText, cellsOf, columnsOf } from './table'

describe('a sheet', () => {
  const form = formOf([emailQuestion, { kind: 'person_name', name: 'person', label: 'Name' }], {
    carried: [{ name: 'code', label: 'Code' }],
  })
  it('has a column for each value, and for each part of one', () => {
    const columns = columnsOf([form, formOf([{ kind: 'number', name: 'peak', label: 'Peak' }, emailQuestion])])
    expect(columns).toEqual(['email', 'person.first', 'person.last', 'code', 'peak'])
    expect(cellsOf(columns, { email: 'a@x.example', person: { last: 'Brandt' }, peak: 1240 })).toEqual([
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
    expect(columns).toEqual(['sum'])
  })
  it('loses no answer of any kind', () => {
    fc.assert(
      fc.property(anyForm, anyAnswers, (one, raw) => {
        const { answers } = walkForm(one, raw)
        const cells = cellsOf(columnsOf([one]), answers).filter((cell) => cell !== null)
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
