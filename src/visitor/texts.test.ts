import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Facts, type Given, isBlank, type Problem } from '@/core/answers/answer'
import { KIND_NAMES, type KindName, rulesOf } from '@/core/kinds/registry'
import type { Question } from '@/core/form/definition'
import { ENGLISH } from '@/core/language/languages'
import { Speech, type TextKey } from '@/core/language/texts'
import { formOf } from '@/core/testing/forms'
import { scriptWords } from './texts'

const options = ['raku', 'salt', 'none'].map((value) => ({ value, label: value }))

/** Settings under which a kind can find the most that is wrong. */
const STRICT: Partial<Record<KindName, object>> = {
  short_text: { like: 'AB-1', checked: true, minLength: 2 },
  long_text: { minLength: 5, maxLength: 10 },
  email: { business: true },
  number: { minimum: 2, maximum: 10, step: 2 },
  money: { minimum: 10, maximum: 20 },
  date: { earliest: '2026-01-01', latest: '2026-12-31', past: false, weekdays: true, ahead: 5 },
  date_range: { earliest: '2026-01-01', latest: '2026-12-31', past: false, weekdays: true },
  time: { earliest: '09:00', latest: '17:00', past: false, ahead: 60 },
  single_choice: { options, other: 'Else' },
  several_choices: { options: options.map((one) => ({ ...one, alone: one.value === 'none' })), other: 'Else', most: 2 },
  ranking: { options },
  matrix: { rows: options, options },
}

const facts: Facts = { now: '2026-09-14T12:00', isAnybodysMail: () => true, fileAt: () => null, speech: ENGLISH }

const ID = '0190a000-0000-4000-8000-000000000000'
const tried = fc.oneof(
  fc.anything(),
  fc.constantFrom<unknown>(
    '1999-01-01',
    '2026-09-19',
    '2027-01-01',
    '08:00',
    '23:00',
    '7',
    '3',
    '0.1',
    '99',
    'x',
    'raku',
    '_other',
    '_coming',
    'AB-2',
    'a@b.example',
    `https://t.example/files/${ID}/kiln.png`,
    ['raku', 'none'],
    ['raku', 'salt', 'x'],
    { '': '_other', other: '' },
    { place_1: 'raku', place_2: 'raku' },
    { first: 'Ulla' },
    { from: '2027-01-01' },
    { street: 'Elm Street 1' },
    { country: 'SE', street: 'Elm Street 1' },
    { raku: 'salt' },
    { drawn: '_coming' },
    { raku: 'x' },
  ),
)

const keysIn = (problem: Problem): TextKey[] => [
  problem.code,
  ...Object.values(problem).flatMap((told) => (typeof told === 'object' ? [told.text] : [])),
]

describe.each(KIND_NAMES)('the page of a form that asks %s', (kind) => {
  const form = formOf([{ kind, name: 'it', label: 'It', required: true, ...STRICT[kind] } as never])
  const [question] = form.steps[0]?.questions ?? []
  const { texts } = scriptWords(form, ENGLISH, false)
  const rules = rulesOf(question as Question)

  it('has every text that its rules tell', () => {
    fc.assert(
      fc.property(tried, (raw) => {
        const checked = rules.check(raw, question as Question, facts)
        const problems = checked.ok ? [rules.missing?.(checked.answer, question as Question)] : [checked.problem]
        for (const problem of problems)
          for (const key of problem ? keysIn(problem) : []) expect(texts).toHaveProperty(key)
      }),
      { numRuns: 400 },
    )
  })
  it('tells answers there as the server does', () => {
    const page = new Speech({ locale: ENGLISH.locale, texts })
    fc.assert(
      fc.property(tried, (raw) => {
        const checked = rules.check(raw, question as Question)
        if (!checked.ok || isBlank(checked.answer) || rules.asks === false) return
        const answer = checked.answer as Given
        expect(rules.show(answer, question as Question, page)).toBe(rules.show(answer, question as Question, ENGLISH))
      }),
    )
  })
})
