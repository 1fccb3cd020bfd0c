import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { holds } from '../logic/condition'
import { anyForm } from '../testing/forms'
import { formSchema } from './definition'
import { readForm, readStored } from './stored'
import { upgradeForm } from './upgrade'

/** A definition as format 1 stored it, whole. */
const FORMAT_1 = {
  format: 'lichen-form-1',
  title: 'Which kiln?',
  intro: '',
  steps: [
    {
      name: 'one',
      title: 'One',
      questions: [
        {
          kind: 'single_choice',
          name: 'ware',
          label: 'Ware',
          help: '',
          required: true,
          off: false,
          shownWhen: null,
          errorText: '',
          default: null,
          fill: [],
          lands: [{ record: 'contact', field: 'ware', ifFilled: 'replace' }],
          options: [
            { value: 'glass', label: 'Glass' },
            { value: 'stoneware', label: 'Stoneware' },
          ],
          look: 'buttons',
        },
        {
          kind: 'number',
          name: 'peak',
          label: 'Peak',
          help: '',
          required: false,
          off: false,
          shownWhen: {
            join: 'none',
            tests: [
              { value: 'ware', is: 'equals', to: 'glass' },
              { value: 'ware', is: 'blank' },
            ],
          },
          errorText: '',
          default: 1240,
          fill: [],
          lands: [],
          minimum: 1000,
          maximum: 1320,
          step: 20,
          unit: '°C',
        },
      ],
    },
  ],
  carried: [],
  joins: [],
  routing: { columns: [], rows: [], otherwise: null },
  messages: [
    {
      name: 'hot',
      title: 'Hot',
      to: 'visitor',
      subject: 's',
      body: 'b',
      when: { join: 'any', tests: [{ value: 'peak', is: 'at_least', to: 1300 }] },
    },
  ],
  outcome: { title: 'Thank you', body: '' },
  wording: { back: 'Back', next: 'Next', send: 'Send' },
  keepUnfinished: false,
  framedBy: [],
}

describe('a definition of format 1', () => {
  it('is read, with the same conditions nested', () => {
    const form = readForm(FORMAT_1)
    expect(form.format).toBe('lichen-form-2')
    const { shownWhen } = form.steps[0]?.questions[1] ?? { shownWhen: null }
    expect(shownWhen).toEqual({
      none: [
        { value: 'ware', is: 'equals', to: 'glass' },
        { value: 'ware', is: 'blank' },
      ],
    })
    expect(['stoneware', 'glass', null].map((ware) => holds(shownWhen, { ware }))).toEqual([true, false, false])
    expect(form.messages[0]?.when).toEqual({ value: 'peak', is: 'at_least', to: 1300 })
    expect(form.steps[0]?.shownWhen).toBe(null)
  })
  it('is upgraded once and for all; what is none stays as it is', () => {
    const once = upgradeForm(FORMAT_1)
    expect(upgradeForm(once)).toEqual(once)
    for (const other of [null, 3, [], { format: 'constructor' }, { format: 'lichen-form-99' }])
      expect(upgradeForm(other)).toBe(other)
  })
})

describe('a stored definition', () => {
  it('is read as it was written', () => {
    fc.assert(
      fc.property(anyForm, (form) => {
        expect(readStored(JSON.parse(JSON.stringify(form)))).toEqual(form)
      }),
    )
  })
  it('goes on although rules have become stricter since', () => {
    const loose = {
      ...FORMAT_1,
      title: 'x'.repeat(5000),
      steps: [{ ...FORMAT_1.steps[0], questions: [{ kind: 'number', name: 'n', label: 'N', minimum: 9, maximum: 1 }] }],
    }
    expect(formSchema.safeParse(upgradeForm(loose)).success).toBe(false)
    const form = readStored(loose)
    expect(form.title).toHaveLength(5000)
    expect(form.steps[0]?.questions[0]).toMatchObject({ name: 'n', minimum: 9, maximum: 1, required: false, lands: [] })
  })
  it('is refused where it never was one', () => {
    for (const none of [null, 'x', {}, { ...FORMAT_1, steps: [{ name: 'a', questions: [{ kind: 'gone' }] }] }])
      expect(() => readStored(none)).toThrow()
  })
})
