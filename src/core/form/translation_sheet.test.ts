import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { choiceOf, formOf } from '../testing/forms'
import { tellVisitorsDifferences } from './as_visitors_see'
import { tellDifferences } from './differences'
import { updateQuestion } from './edits'
import { setTranslations, translationsIn } from './translation_edits'
import { countCells, takeTranslations, translationSheet } from './translation_sheet'

const form = formOf([choiceOf('ware', 'raku', 'salt')], { languages: ['en', 'de', 'fr'] })
const german = setTranslations(form, 'de', { 'questions.ware.label': 'Ware', title: 'Ein Formular' })
const cellAt = (one: typeof form, key: string, tag = 'de') =>
  translationSheet(one).find((row) => row.key === key)?.cells[tag]

describe('the translation sheet', () => {
  it('has a row for each wording, and says of each language what is there', () => {
    const rows = translationSheet(german)
    expect(cellAt(german, 'questions.ware.label')).toEqual({ text: 'Ware', state: 'there' })
    expect(cellAt(german, 'title')).toEqual({ text: 'Ein Formular', state: 'there' })
    expect(cellAt(german, 'title', 'fr')).toEqual({ text: '', state: 'missing' })
    expect(countCells(rows, 'de', 'missing')).toBe(rows.length - 2)
    expect(countCells(rows, 'fr', 'missing')).toBe(rows.length)
  })
  it('says what is older than its source, until somebody says that it is still right', () => {
    const changed = updateQuestion(german, 'ware', { label: 'Which ware?' })
    expect(cellAt(changed, 'questions.ware.label')).toEqual({ text: 'Ware', state: 'older' })
    const confirmed = setTranslations(changed, 'de', { 'questions.ware.label': 'Ware' })
    expect(cellAt(confirmed, 'questions.ware.label')).toEqual({ text: 'Ware', state: 'there' })
    // The wording as it was before makes it right again.
    expect(cellAt(updateQuestion(changed, 'ware', { label: 'ware' }), 'questions.ware.label')?.state).toBe('there')
  })
  it('is told among the changes, language by language', () => {
    expect(tellDifferences(form, german)).toEqual(['Changed 2 wordings in German'])
    expect(tellDifferences(german, setTranslations(german, 'de', { title: 'Formular' }))).toEqual([
      'Changed 1 wording in German',
    ])
    expect(tellDifferences(german, { ...german, languages: ['en', 'de'] })).toEqual(['The languages changed'])
    expect(tellVisitorsDifferences(form, german)).toHaveLength(1)
  })
  it('loses a text that is emptied', () => {
    expect(translationsIn(setTranslations(german, 'de', { title: '  ' }), 'de').title).toBeUndefined()
  })
})

describe('translations that come in', () => {
  const source = 'A form'
  it('are taken with the wording that they translate', () => {
    const {
      form: next,
      taken,
      strange,
    } = takeTranslations(german, 'de', [
      { key: 'title', of: source, text: 'Das Formular' },
      { key: 'questions.ware.options.raku.label', of: 'Raku before', text: 'Raku' },
      { key: 'questions.gone.label', of: 'Gone', text: 'Weg' },
      { key: 'steps.one.title', of: 'One', text: ' ' },
    ])
    expect([taken, strange]).toEqual([2, 1])
    expect(cellAt(next, 'title')).toEqual({ text: 'Das Formular', state: 'there' })
    expect(cellAt(next, 'questions.ware.options.raku.label')).toEqual({ text: 'Raku', state: 'older' })
    expect(cellAt(next, 'questions.ware.label')).toEqual({ text: 'Ware', state: 'there' })
    expect(cellAt(next, 'steps.one.title')?.state).toBe('missing')
  })
  it('change nothing when what went out comes back as it was', () => {
    const out = translationSheet(german).map(({ key, source: of, cells }) => ({ key, of, text: cells.de?.text ?? '' }))
    const { form: next, taken } = takeTranslations(german, 'de', out)
    expect([taken, next]).toEqual([0, german])
  })
  it('are all there once every one came in, whatever they say', () => {
    const rows = translationSheet(form)
    fc.assert(
      fc.property(
        fc.array(
          fc.string().map((text) => `x${text}`),
          { minLength: rows.length, maxLength: rows.length },
        ),
        (texts) => {
          const incoming = rows.map(({ key, source: of }, index) => ({ key, of, text: texts[index] ?? '' }))
          const { form: next } = takeTranslations(form, 'fr', incoming)
          expect(countCells(translationSheet(next), 'fr', 'there')).toBe(rows.length)
        },
      ),
    )
  })
})
