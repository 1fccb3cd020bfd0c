import { afterEach, describe, expect, it, vi } from 'vitest'
import { choiceOf, formOf } from '../testing/forms'
import { examineTemplate, mergeFields, renameInTemplate, renderOr, renderTemplate } from './template'

const form = formOf([
  choiceOf('ware', 'stoneware'),
  { kind: 'number', name: 'peak', label: 'Peak', unit: '°C' },
  { kind: 'consent', name: 'letter', label: 'Letter', wording: 'Yes please' },
])

const none = { submission: null }

afterEach(() => {
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
})

describe('merge fields', () => {
  it('use labels and words, not stored values', () => {
    const fields = mergeFields(form, { letter: true, peak: 1240, ware: 'stoneware' }, none)
    expect(renderTemplate('{{ ware }} {{ peak }} {{ letter }}', fields)).toBe('STONEWARE 1240 Yes')
    expect(fields.all_answers).toBe('ware: STONEWARE\nPeak: 1240 °C\nLetter: Yes')
  })
  it('say lists, days and parts in words', () => {
    const rich = formOf([
      { kind: 'person_name', name: 'person', label: 'Your name' },
      { kind: 'date', name: 'visit', label: 'Visit' },
      {
        kind: 'several_choices',
        name: 'wares',
        label: 'Wares',
        options: [
          { value: 'glass', label: 'Glass' },
          { value: 'stoneware', label: 'Stoneware' },
        ],
      },
    ])
    const values = { person: { first: 'Ilka', last: 'Brandt' }, visit: '2026-09-14', wares: ['glass', 'stoneware'] }
    const say = (template: string, given = values) => renderTemplate(template, mergeFields(rich, given as never, none))
    expect(say('{{ person }}, {{ person.first }}; {{ visit }}; {{ wares }}')).toBe(
      'Ilka Brandt, Ilka; 14 September 2026; Glass, Stoneware',
    )
    expect(say('{{ all_answers }}')).toBe('Your name: Ilka Brandt\nVisit: 14 September 2026\nWares: Glass, Stoneware')
    const without = { person: { first: 'Ilka' } } as never
    expect(say('{{ person.last | default: "of no name" }} {{ person.constructor }}', without)).toBe('of no name ')
    expect(renderTemplate('{{ person.last | default: "of no name" }}', mergeFields(rich, {}, none))).toBe('of no name')
  })
  it('fall back when the value is missing', () => {
    expect(renderTemplate('Hi {{ name | default: "there" }}', mergeFields(form, {}, none))).toBe('Hi there')
  })
  it('do not run what a visitor wrote', () => {
    expect(renderTemplate('{{ name }}', { name: '{{ 1 | plus: 1 }}' })).toBe('{{ 1 | plus: 1 }}')
  })
  it('reach no files and no object’s insides', () => {
    expect(() => renderTemplate("{% include '/etc/passwd' %}", {})).toThrow()
    expect(renderTemplate('{{ name.constructor }}', { name: 'x' })).toBe('')
  })
  it('tell the title in words and the submission’s id', () => {
    const titled = formOf([choiceOf('ware', 'stoneware')], { title: 'Kilns for {{ ware | default: "you" }}' })
    const fields = mergeFields(titled, { ware: 'stoneware' }, { submission: 'S1' })
    expect(renderTemplate('{{ form_title }} ({{ submission_id }})', fields)).toBe('Kilns for STONEWARE (S1)')
  })
  it('may be called what every object has', () => {
    const odd = formOf([{ kind: 'short_text', name: 'constructor', label: 'Constructor' }])
    expect(mergeFields(odd, {}, none)).not.toHaveProperty('constructor', expect.anything())
    expect(renderTemplate('{{ constructor | default: "none" }}', mergeFields(odd, {}, none))).toBe('none')
    expect(renderTemplate('{{ constructor }}', mergeFields(odd, { constructor: 'Bo' } as never, none))).toBe('Bo')
  })
  it('never fail for answers within their limits, and are cut short where the whole would be too much', () => {
    const names = Array.from({ length: 24 }, (_, n) => `long_${n}`)
    const form = formOf(names.map((name) => ({ kind: 'long_text' as const, name, label: name, maxLength: 20_000 })))
    const values = Object.fromEntries(names.map((name) => [name, 'é'.repeat(20_000)]))
    const fields = mergeFields(form, values, none)
    const all = renderTemplate('{{ all_answers | upcase | strip | append: "." }}', fields)
    expect(all.length).toBeGreaterThan(480_000)
    const often = renderTemplate('{{ long_0 | upcase }}'.repeat(900), fields)
    expect(often.length).toBeLessThan(2_000_000)
    expect(often.startsWith('É'.repeat(2000))).toBe(true)
  })
  it('fall back to other words where a template is unsound', () => {
    expect(renderOr('Thanks {{ name', {}, 'Thank you')).toBe('Thank you')
  })
  it('stop at their limits', () => {
    expect(() => renderTemplate('{% for i in (1..100000000) %}x{% endfor %}', {})).toThrow()
  })
  it('stop after so many pieces, however quick the machine is', () => {
    vi.stubGlobal('performance', { now: () => 0 })
    const times = (many: number) => `{% for i in (1..${many}) %}{% for j in (1..100) %}{{ j }}{% endfor %}{% endfor %}`
    expect(renderTemplate(times(300), {})).toHaveLength(300 * (9 + 90 * 2 + 3))
    expect(() => renderTemplate(times(3000), {})).toThrow('pieces limit')
    expect(examineTemplate(times(3000))).toEqual({ error: expect.stringMatching(/loops too often/) })
  })
  it('are sound where the machine stood still, and stop where they take long twice', () => {
    let now = 0
    const still = vi.spyOn(performance, 'now').mockImplementation(() => now)
    still.mockReturnValueOnce(0).mockImplementationOnce(() => (now += 60_000))
    expect(examineTemplate('Dear {{ who_stood_still }}')).toHaveProperty('uses')
    expect(now).toBe(60_000)
    still.mockImplementation(() => (now += 400))
    expect(() => renderTemplate('{{ a }}{{ b }}{{ c }}', {})).toThrow('render limit')
  })
})

describe('examining a template', () => {
  it('finds what is used, and what has a fallback', () => {
    expect(examineTemplate('{{ a }} {{ b | default: "x" }}{% if c %}y{% endif %}')).toEqual({
      uses: [
        { path: 'a', hasFallback: false },
        { path: 'b', hasFallback: true },
        { path: 'c', hasFallback: true },
      ],
    })
  })
  it.each([
    ['{% if x %}Dear {{ x }}{% endif %}', true],
    ['{% if x != blank and y %}{{ x }}{% endif %}', true],
    ['{% if x == "kiln" %}{{ x }}{% endif %}', true],
    ['{% if y %}a{% elsif x %}{{ x }}{% endif %}', true],
    ['{% if y %}{% if x %}{% endif %}{{ x }}{% endif %}', false],
    ['{% if x %}a{% else %}{{ x }}{% endif %}', false],
    ['{% if x or y %}{{ x }}{% endif %}', false],
    ['{% if x == blank %}{{ x }}{% endif %}', false],
    ['{% unless x %}{{ x }}{% endunless %}', false],
    ['{% if x %}{% endif %}{{ x }}', false],
    // However it is spaced, quoted, or asked.
    ['{%- if  x  -%}{{ x }}{%- endif -%}', true],
    ['{%if x%}{{x}}{%endif%}', true],
    ['{%  if x%}{{ x }}{% endif %}', true],
    ['{% if x!=blank %}{{ x }}{% endif %}', true],
    ['{% if x  !=  nil  %}{{ x }}{% endif %}', true],
    ['{% if x != empty %}{{ x }}{% endif %}', true],
    [`{% if x != '' %}{{ x }}{% endif %}`, true],
    ['{% if x != "" %}{{ x }}{% endif %}', true],
    [`{% if x == 'a kiln' %}{{ x }}{% endif %}`, true],
    ['{% if x==12.5 and y %}{{ x }}{% endif %}', true],
    ['{% if y and x %}{{ x }}{% endif %}', true],
    ['{% if x %}{% if y %}{{ x }}{% endif %}{% endif %}', true],
    ['{% if x %}{% unless y %}{{ x }}{% endunless %}{% endif %}', true],
    ['{% if x %}{% unless y %}a{% endunless %}{{ x }}{% endif %}', true],
    ['{% if x %}{% if y %}a{% else %}{{ x }}{% endif %}{% endif %}', true],
    ['{% if x %}{% if y %}a{% endif %}{% endif %}{{ x }}', false],
    ['{% if x %}a{% elsif y %}{{ x }}{% endif %}', false],
    ['{% if y %}a{% elsif x %}b{% else %}{{ x }}{% endif %}', false],
    ['{% unless y %}{{ x }}{% endunless %}', false],
    ['{% unless x == blank %}a{% else %}{{ x }}{% endunless %}', false],
    [`{% if x == '' %}{{ x }}{% endif %}`, false],
    ['{% if x == y %}{{ x }}{% endif %}', false],
    ['{% if x != "kiln" %}{{ x }}{% endif %}', false],
    ['{% if y == x %}{{ x }}{% endif %}', false],
    ['{% if x contains "k" %}{{ x }}{% endif %}', false],
    ['{% if y.x %}{{ x }}{% endif %}', false],
    ['{% if x %}{{ "a" | append: x }}{% endif %}', true],
    ['{% assign y = x %}{{ x }}', false],
  ])('in %s a value is known to be there: %s', (template, known) => {
    const examined = examineTemplate(template)
    expect('uses' in examined && examined.uses.find(({ path }) => path === 'x')?.hasFallback).toBe(known)
  })
  it('finds what fails only when it is rendered', () => {
    expect(examineTemplate('{% for i in (1..100000000) %}x{% endfor %}')).toHaveProperty('error')
  })
  it('finds what fails only when something is known', () => {
    expect(examineTemplate('{% if x %}{{ x | divided_by: 0 | unheard_of }}{% endif %}')).toHaveProperty('error')
    expect(examineTemplate('{% if x %}{% for i in (1..100000000) %}x{% endfor %}{% endif %}')).toHaveProperty('error')
  })
  it('says why it cannot be read', () => {
    expect(examineTemplate('{{ a')).toHaveProperty('error')
  })
})

describe('renaming a value', () => {
  it.each([
    ['{{ date | date: "%Y" }}', '{{ visit_date | date: "%Y" }}'],
    ['{{ "date" | append: date }} date', '{{ "date" | append: visit_date }} date'],
    [
      '{% if date == "date" and mandate %}{{date}}{% endif %}',
      '{% if visit_date == "date" and mandate %}{{visit_date}}{% endif %}',
    ],
    ['One\nTwo {{ a.date }}\n{{ date.part }}', 'One\nTwo {{ a.date }}\n{{ visit_date.part }}'],
    ['{% assign date = "x" %}{{ date }}', '{% assign date = "x" %}{{ date }}'],
    ['{{ date', '{{ date'],
  ])('%s', (before, after) => expect(renameInTemplate(before, 'date', 'visit_date')).toBe(after))
})
