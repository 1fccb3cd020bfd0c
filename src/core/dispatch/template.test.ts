import { describe, expect, it } from 'vitest'
import { choiceOf, formOf } from '../testing/forms'
import { examineTemplate, mergeFields, renderTemplate } from './template'

const form = formOf([
  choiceOf('ware', 'stoneware'),
  { kind: 'number', name: 'peak', label: 'Peak', unit: '°C' },
  { kind: 'consent', name: 'letter', label: 'Letter', wording: 'Yes please' },
])

describe('merge fields', () => {
  it('use labels and words, not stored values', () => {
    const fields = mergeFields(form, { ware: 'stoneware', peak: 1240, letter: true })
    expect(renderTemplate('{{ ware }} {{ peak }} {{ letter }}', fields)).toBe('STONEWARE 1240 Yes')
    expect(fields.all_answers).toBe('ware: STONEWARE\nPeak: 1240 °C\nLetter: Yes')
  })
  it('fall back when the value is missing', () => {
    expect(renderTemplate('Hi {{ name | default: "there" }}', mergeFields(form, {}))).toBe('Hi there')
  })
  it('do not run what a visitor wrote', () => {
    expect(renderTemplate('{{ name }}', { name: '{{ 1 | plus: 1 }}' })).toBe('{{ 1 | plus: 1 }}')
  })
  it('reach no files and no object’s insides', () => {
    expect(() => renderTemplate("{% include '/etc/passwd' %}", {})).toThrow()
    expect(renderTemplate('{{ name.constructor }}', { name: 'x' })).toBe('')
  })
  it('stop at their limits', () => {
    expect(() => renderTemplate('{% for i in (1..100000000) %}x{% endfor %}', {})).toThrow()
  })
})

describe('examining a template', () => {
  it('finds what is used, and what has a fallback', () => {
    expect(examineTemplate('{{ a }} {{ b | default: "x" }}{% if c %}y{% endif %}')).toEqual({
      uses: [
        { name: 'a', hasFallback: false },
        { name: 'b', hasFallback: true },
        { name: 'c', hasFallback: true },
      ],
    })
  })
  it('says why it cannot be read', () => {
    expect(examineTemplate('{{ a')).toHaveProperty('error')
  })
})
