import { describe, expect, it } from 'vitest'
import { KIND_NAMES } from '../kinds/registry'
import { formOf } from '../testing/forms'
import { type Form, formSchema } from './definition'
import { newQuestion, renameValue } from './edits'
import { changeMarked, findMarked } from './marked'
import { usesOf } from './uses'
import { questionsIn } from './values'
import { wordingsIn, wordingsOf } from './wordings'

const option = {
  value: 'a',
  label: 'A',
  caption: 'c',
  picture: { id: '00000000-0000-4000-8000-000000000001', width: 1, height: 1 },
}
const plain = { value: 'a', label: 'A' }
const inside: Partial<Record<(typeof KIND_NAMES)[number], object>> = {
  single_choice: { options: [option] },
  several_choices: { options: [option] },
  ranking: { options: [plain] },
  matrix: { rows: [plain], options: [plain] },
  prose: { picture: option.picture },
}

/** A question of every kind with something in every list, and every text that may use answers using one. */
const everyKind = changeMarked<Form>(
  formSchema,
  formOf(KIND_NAMES.map((kind) => ({ ...newQuestion(kind, `a_${kind}`, kind), ...inside[kind] }) as never)),
  { mark: 'mayUseAnswers', change: () => '{{ a_short_text | default: "-" }}' },
)

describe('wording on the page', () => {
  it('may use answers wherever visitors read it, by itself or by words of its own beside a name', () => {
    const keysOf = (mark: 'visitorsRead' | 'mayUseAnswers') =>
      findMarked<Form>(formSchema, everyKind, { mark }).map(({ key }) => key)
    const may = new Set(keysOf('mayUseAnswers'))
    const beside = (key: string) =>
      /\.(label|title)$/.test(key) ? key.replace(/\w+$/, 'shownAs') : `${key.replace(/OfOne$/, '')}ShownAs`
    const names = keysOf('visitorsRead').filter((key) => !may.has(key) && !may.has(beside(key)))
    // The unit of a computed value is told with it everywhere; a mark is a sign.
    expect(names).toEqual(['questions.a_computed.unit', 'questions.a_computed.unitOfOne', 'marks.symbol'])
  })

  it('is found in every kind, and follows a value to another name', () => {
    for (const { question } of questionsIn(everyKind)) {
      const wordings = wordingsOf(question)
      expect(wordings.length).toBeGreaterThan(3)
      expect(new Set(wordings)).toEqual(new Set(['{{ a_short_text | default: "-" }}']))
    }
    const renamed = renameValue(everyKind, 'a_short_text', 'studio')
    expect(new Set(wordingsIn(renamed))).toEqual(new Set(['{{ studio | default: "-" }}']))
    expect(renameValue(renamed, 'studio', 'a_short_text')).toEqual(everyKind)
    expect(usesOf(renamed, 'a_short_text')).toEqual([])
    for (const kind of KIND_NAMES)
      expect(usesOf(renamed, 'studio').some((use) => use.startsWith('told in') && use.includes(kind))).toBe(true)
  })

  it('is of pictures, too', () => {
    const shown = { ...option.picture, alt: 'A pot for {{ who | default: "you" }}' }
    const form = formOf([{ kind: 'short_text', name: 'who', label: 'Who' }], {
      look: { standing: { logo: shown, picture: shown } },
      outcome: { title: 'x', body: '', picture: shown },
    })
    expect(wordingsIn(form).filter((wording) => wording === shown.alt)).toHaveLength(2)
    expect(usesOf(form, 'who')).toEqual(['what stands beside', 'the outcome'])
    expect(JSON.stringify(renameValue(form, 'who', 'studio'))).not.toContain('{{ who')
  })
})
