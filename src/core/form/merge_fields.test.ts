import { describe, expect, it } from 'vitest'
import type { Answers } from '../answers/answer'
import { formOf } from '../testing/forms'
import {
  examineTemplate,
  mergeFields,
  reasonOf,
  renameInTemplate,
  renderLine,
  renderLineOr,
  renderOr,
  renderTemplate,
} from './template'

const form = formOf(
  [
    { kind: 'short_text', name: 'first_name', label: 'First name' },
    { kind: 'number', name: 'size', label: 'Size', unit: 'm²' },
    { kind: 'yes_no', name: 'night', label: 'At night' },
    { kind: 'person_name', name: 'who', label: 'Who' },
    { kind: 'date_range', name: 'stay', label: 'Stay' },
  ],
  { title: 'Kiln for {{ first_name | default: "you" }}' },
)
const render = (template: string, values: Answers = {}, submission: string | null = null) =>
  renderTemplate(template, mergeFields(form, values, { submission }))

describe('what a template can use', () => {
  it.each<[string, Answers, string]>([
    ['{{ first_name | default: "you" }}', { first_name: '' }, 'you'],
    ['{{ first_name | default: "you" }}', { first_name: null }, 'you'],
    ['{{ all_answers }}', { first_name: '', size: null }, ''],
    // A number is one where something compares or computes with it, and never counts as missing.
    ['{% if size > 9 %}large{% else %}small{% endif %}', { size: 10 }, 'large'],
    ['{% if size > 9 %}large{% else %}small{% endif %}', { size: 9 }, 'small'],
    ['{{ size | plus: 1 }}', { size: 9 }, '10'],
    ['{{ size | default: "none" }}', { size: 0 }, '0'],
    ['{{ size | default: "none" }}', {}, 'none'],
    ['{{ size }}', { size: 12345.5 }, '12,345.5'],
    // No is nothing to write about, and stands among all answers.
    ['{{ night | default: "by day" }}', { night: false }, 'by day'],
    ['{{ night }}', { night: true }, 'Yes'],
    ['{{ all_answers }}', { night: false }, 'At night: No'],
    ['{{ who.first }}-{{ who.last | default: "?" }}', { who: { first: 'Ilka', last: '' } }, 'Ilka-?'],
    ['{{ who }}', { who: { first: 'Ilka', last: null } }, 'Ilka'],
    ['{{ stay.from }}', { stay: { from: '2026-09-14', to: '2026-09-16' } }, '14 September 2026'],
    ['{{ form_title }}', { first_name: 'Ilka' }, 'Kiln for Ilka'],
    ['{{ form_title }}', {}, 'Kiln for you'],
    ['no braces: { }', {}, 'no braces: { }'],
  ])('%s with %j: “%s”', (template, values, text) => {
    expect(render(template, values)).toBe(text)
  })
  it('is the submission’s id, once there is one', () => {
    expect(render('<{{ submission_id }}>')).toBe('<>')
    expect(render('<{{ submission_id }}>', {}, 'S1')).toBe('<S1>')
  })
  it('is no title where that cannot be rendered', () => {
    const broken = formOf([], { title: '{{ x' })
    expect(mergeFields(broken, {}, { submission: null }).form_title).toBe('')
  })
})

describe('rendering', () => {
  const fields = mergeFields(form, { first_name: ' Ilka\r\n\tBrandt ' }, { submission: null })

  it('to a line leaves one space for any white space, and none at the ends', () => {
    expect(renderLine(' {{ first_name }}  asks\n', fields)).toBe('Ilka Brandt asks')
  })
  it('gives other words for what cannot be rendered', () => {
    expect([renderOr('{{ x', fields, 'other'), renderLineOr('{{ x', fields, 'other')]).toEqual(['other', 'other'])
    expect([renderOr('a  b', fields, 'other'), renderLineOr('a  b', fields, 'other')]).toEqual(['a  b', 'a b'])
    expect(() => renderTemplate('{{ x', fields)).toThrow()
  })
  it('cuts long answers where the whole would be too large, and only those', () => {
    const long = 'x'.repeat(3000)
    const values = { first_name: long, who: { first: 'Ilka', last: 'Brandt' } }
    const template = `{{ who }}${'{{ first_name }}'.repeat(900)}`
    const text = render(template, values)
    expect(text.startsWith(`Ilka Brandt${'x'.repeat(2000)}…xxx`)).toBe(true)
    expect(text.length).toBe('Ilka Brandt'.length + 900 * 2001)
    expect(render('{{ first_name }}', values)).toBe(long)
    // What is cut is what is longer than that.
    const both = formOf(['one', 'two'].map((name) => ({ kind: 'long_text', name, label: name })))
    const [one, two] = [long, 'y'.repeat(2000)]
    const mixed = renderTemplate(
      '{{ one }}'.repeat(650) + '{{ two }}'.repeat(200),
      mergeFields(both, { one, two }, { submission: null }),
    )
    expect(mixed.length).toBe(650 * 2001 + 200 * 2000)
  })
  it('fails for a template that is unsound, however short every value is', () => {
    const endless = '{% for i in (1..100000000) %}x{% endfor %}'
    expect(() => renderTemplate(endless, fields)).toThrow(/limit exceeded/)
    expect(() => renderTemplate('{{ first_name | unheard_of }}', fields)).toThrow(/unheard_of/)
  })
  it('says that a text would be too long, however its values are cut', () => {
    const long = mergeFields(form, { first_name: 'x'.repeat(1999) }, { submission: null })
    expect(() => renderTemplate('{{ first_name }}'.repeat(1001), long)).toThrow('The text would be too long')
    expect(renderTemplate('{{ first_name }}'.repeat(1000), long)).toHaveLength(1_999_000)
  })
  it('leaves a part out that is blank, as it does a value', () => {
    const text = '{{ who.first | default: "nobody" }} {{ who.last | default: "nobody" }}'
    expect(render(text, { who: { first: 'Ilka', last: '' } })).toBe('Ilka nobody')
    expect(render(text, { who: { first: 'Ilka' } })).toBe('Ilka nobody')
    expect(render('{% if who.last %}has{% else %}none{% endif %}', { who: { first: 'Ilka' } })).toBe('none')
  })
  it('knows a template that it met before from others, and reads a new one however many there were', () => {
    for (let n = 0; n < 2100; n++) expect(renderTemplate(`{{ first_name }} ${n}`, fields)).toMatch(new RegExp(` ${n}$`))
    expect(renderTemplate('{{ first_name }} 7', fields)).toMatch(/ 7$/)
  })
  it('tells why in one line, whatever was thrown', () => {
    expect([reasonOf(new Error('first\nsecond')), reasonOf('plain\nmore'), reasonOf(new Error(''))]).toEqual([
      'first',
      'plain',
      '',
    ])
  })
})

describe('examining', () => {
  it.each<[string, [path: string, hasFallback: boolean][]]>([
    ['{{a}}', [['a', false]]],
    ['{{- a -}}', [['a', false]]],
    ['{{  a | upcase  }}', [['a', false]]],
    ['{{ a|default:"x" }}', [['a', true]]],
    ['{{ a | default : "x" }}', [['a', true]]],
    ['{{ a | append: "default:" }}', [['a', false]]],
    ['{{ a.first_1.b | default: "x" }}', [['a.first_1.b', true]]],
    ['{{ a.first }}', [['a.first', false]]],
    ['{{ "text" }}', []],
    ['{{ a }}\n{{ a | default: "x" }}', [['a', false]]],
    ['{{\n  a\n}}', [['a', false]]],
    ['plain', []],
  ])('%s uses %j', (template, uses) => {
    expect(examineTemplate(template)).toEqual({ uses: uses.map(([path, hasFallback]) => ({ path, hasFallback })) })
  })
  it('renders what has parts with and without them', () => {
    expect(examineTemplate('{{ a.first | default: "x" | upcase }}')).toHaveProperty('uses')
    expect(examineTemplate('{{ a | unknown_filter }}')).toEqual({
      error: expect.stringContaining('unknown_filter') as string,
    })
  })
})

describe('renaming in a template of several lines', () => {
  it.each([
    ['{% if a %}\nx {{ a }}\n{{ a }}{{ b }}{% endif %}', '{% if long %}\nx {{ long }}\n{{ long }}{{ b }}{% endif %}'],
    ['a\n\n{% if b %}{{ a | upcase }}{% endif %}', 'a\n\n{% if b %}{{ long | upcase }}{% endif %}'],
    ['{% if b %}nothing of it{% endif %}', '{% if b %}nothing of it{% endif %}'],
    ['{% if constructor %}a{% endif %}', '{% if constructor %}a{% endif %}'],
  ])('%s', (before, after) => expect(renameInTemplate(before, 'a', 'long')).toBe(after))
})
