import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { KIND_NAMES } from '../kinds/registry'
import { anyForm, choiceOf, emailQuestion, formOf } from '../testing/forms'
import { changeKind } from './change_kind'
import { formSchema } from './definition'
import { findQuestion } from './values'

describe('a question that becomes another kind', () => {
  it('keeps what all kinds have', () => {
    const { form, lost } = changeKind(formOf([{ ...emailQuestion, width: 'third' }]), 'email', 'short_text')
    expect(findQuestion(form, 'email')).toMatchObject({
      kind: 'short_text',
      required: true,
      width: 'third',
      lands: [{ field: 'email' }],
    })
    expect(lost).toEqual([])
  })
  it('keeps settings that both kinds have, in whichever order they are sound', () => {
    const one = formOf([{ kind: 'number', name: 'peak', label: 'Peak', minimum: 1000, maximum: 1320, unit: '°C' }])
    const { form, lost } = changeKind(one, 'peak', 'slider')
    expect(findQuestion(form, 'peak')).toMatchObject({ kind: 'slider', minimum: 1000, maximum: 1320, unit: '°C' })
    expect(lost).toEqual([])
  })
  it('keeps options with their captions, and says what of them goes', () => {
    const options = [
      { value: 'raku', label: 'Raku', caption: 'Fast' },
      { value: 'none', label: 'None', alone: true },
    ]
    const one = formOf([
      { kind: 'several_choices', name: 'firings', label: 'Firings', options, least: 1, default: ['raku'] },
    ])
    const { form, lost } = changeKind(one, 'firings', 'single_choice')
    expect(findQuestion(form, 'firings')).toMatchObject({
      default: 'raku',
      options: [
        { value: 'raku', caption: 'Fast' },
        { value: 'none', label: 'None' },
      ],
    })
    expect(lost.sort()).toEqual(['alone', 'least'])
    const back = changeKind(formOf([choiceOf('ware', 'raku')]), 'ware', 'several_choices')
    expect(findQuestion(back.form, 'ware')).toMatchObject({ options: [{ value: 'raku', alone: false }] })
  })
  it('is sound, whatever it was and whatever it becomes', () => {
    fc.assert(
      fc.property(anyForm, fc.constantFrom(...KIND_NAMES), (form, kind) => {
        const changed = changeKind(form, 'q1', kind).form
        expect(formSchema.parse(changed)).toEqual(changed)
        expect(findQuestion(changed, 'q1')?.kind).toBe(kind)
      }),
    )
  })
})
