import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { KIND_NAMES } from '../kinds/registry'
import { LANGUAGE_TAGS } from '../language/languages'
import { planSubmission } from '../plan/plan'
import { choiceOf, emailQuestion, formOf, snapshotOf } from '../testing/forms'
import { type Form, formSchema } from './definition'
import { moveQuestion, renameValue } from './edits'
import { examineTranslations } from '../examine/translations'
import { changeWordings, localize, wordingsRead } from './localize'
import { setTranslations } from './translation_edits'

const everyKind = formOf(
  KIND_NAMES.map((kind) => ({ kind, name: kind, label: `The ${kind}`, help: 'Help', placeholder: 'Like' }) as never),
  { languages: ['en', 'de', 'ar'] },
)

const form = formOf(
  [
    { ...choiceOf('ware', 'raku', 'salt'), help: 'Of all' },
    { kind: 'money', name: 'budget', label: 'Budget', currency: 'EUR' },
    { kind: 'date', name: 'day', label: 'Day' },
    { ...emailQuestion },
    { kind: 'consent', name: 'letter', label: 'Letter', wording: 'Send me the letter.' },
  ],
  {
    languages: ['en', 'de'],
    joins: [{ list: 'firing_notes', consent: 'letter' }],
    messages: [
      {
        name: 'thanks',
        title: 'Thanks',
        to: 'visitor',
        subject: 'Thank you',
        body: '{{ budget | default: "-" }}, {{ day | default: "-" }}',
      },
      {
        name: 'notice',
        title: 'Notice',
        to: 'desk',
        subject: 'New',
        body: '{{ budget | default: "-" }}, {{ ware | default: "-" }}',
      },
    ],
    routing: { columns: [], rows: [], otherwise: { desk: 'north', message: 'notice' }, hit: 'first' },
    outcome: { title: 'Thank you', body: '{{ ware | default: "It" }} it is' },
  },
)

const german = setTranslations(form, 'de', {
  'questions.ware.label': 'Ware',
  'questions.ware.options.raku.label': 'Raku-Ware',
  'questions.letter.wording': 'Schicken Sie mir den Brief.',
  'messages.thanks.subject': 'Vielen Dank',
  'outcome.title': 'Vielen Dank',
  'outcome.body': 'Es wird {{ ware | default: "sie" }}',
  'gone.nowhere': 'Nichts',
})

describe('the wordings of a form', () => {
  it('are all texts that visitors read, each at a place of its own', () => {
    const keys = wordingsRead(everyKind).map(({ key }) => key)
    expect(new Set(keys).size).toBe(keys.length)
    for (const kind of KIND_NAMES) expect(keys).toContain(`questions.${kind}.label`)
    expect(keys).toEqual(
      expect.arrayContaining(['title', 'steps.one.title', 'wording.send', 'outcome.title', 'questions.yes_no.yes']),
    )
    // Nothing of what only the studio reads.
    expect(
      wordingsRead(form)
        .map(({ key }) => key)
        .filter((key) => key.startsWith('messages.')),
    ).toEqual(['messages.thanks.subject', 'messages.thanks.body'])
  })
  it('can each be another one, and nothing else changes', () => {
    const seen: string[] = []
    const changed = changeWordings(everyKind, ({ key, text }) => {
      seen.push(text)
      return `${key.length}`.padStart(3, 'x')
    })
    expect(formSchema.safeParse(changed).success).toBe(true)
    expect(wordingsRead(changed).length).toBe(seen.length)
    expect(changeWordings(everyKind, ({ text }) => text)).toEqual(everyKind)
  })
  it('keep their places when a question moves to another step', () => {
    const two: Form = formSchema.parse({
      ...form,
      steps: [...form.steps, { name: 'two', title: 'Two', questions: [] }],
    })
    const moved = moveQuestion(two, 'letter', 1)
    expect(
      wordingsRead(moved)
        .map(({ key }) => key)
        .sort(),
    ).toEqual(
      wordingsRead(two)
        .map(({ key }) => key)
        .sort(),
    )
  })
})

describe('a form in another language', () => {
  it('says what is translated, and the rest as it was written', () => {
    const read = localize(german, 'de')
    expect(read.steps[0]?.questions[0]).toMatchObject({
      label: 'Ware',
      help: 'Of all',
      options: [{ label: 'Raku-Ware' }, { label: 'SALT' }],
    })
    expect(localize(german, 'en')).toBe(german)
    expect(localize(german, 'ar')).toBe(german)
    expect(localize(german, 'de')).toBe(read)
  })
  it('is the same form to everything but readers, whatever is translated', () => {
    const keys = wordingsRead(form).map(({ key }) => key)
    fc.assert(
      fc.property(
        fc.dictionary(
          fc.constantFrom(...keys, '__proto__', 'constructor'),
          fc.string().map((text) => `x${text}`),
        ),
        (texts) => {
          const read = localize(setTranslations(form, 'de', texts), 'de')
          expect(changeWordings({ ...read, translations: {} }, ({ key }) => key)).toEqual(
            changeWordings({ ...form, translations: {} }, ({ key }) => key),
          )
        },
      ),
    )
  })
  it('keeps its translations when a value is called something else', () => {
    const renamed = renameValue(german, 'ware', 'clay')
    const read = localize(renamed, 'de')
    expect(read.steps[0]?.questions[0]).toMatchObject({ name: 'clay', label: 'Ware' })
    expect(read.outcome.body).toBe('Es wird {{ clay | default: "sie" }}')
    expect(examineTranslations(renamed).filter(({ severity }) => severity === 'fault')).toEqual([])
  })
  it('is told what is missing, and where a translation uses values otherwise than its source', () => {
    expect(examineTranslations(german)).toEqual([
      expect.objectContaining({
        severity: 'warning',
        text: expect.stringMatching(/^\d+ of \d+ wordings are not there in German\.$/),
      }),
    ])
    const faultsOf = (text: string) =>
      examineTranslations(setTranslations(german, 'de', { 'outcome.body': text }))
        .filter(({ severity }) => severity === 'fault')
        .map(({ text: words }) => words.replace(/^.*in German /, ''))
    expect(faultsOf('Es wird {{ ware }}')).toEqual(['uses “ware” without saying what to write when it is missing.'])
    expect(faultsOf('{{ email | default: "x" }}')).toEqual(['uses “email”, which its source does not.'])
    expect(faultsOf('{{ ware')).toEqual([expect.stringMatching(/^cannot be read/)])
    expect(faultsOf('Ohne')).toEqual([])
  })
  it('has languages that there are, each once', () => {
    const given = (languages: string[]) => formSchema.safeParse({ ...form, languages }).success
    expect(given([...LANGUAGE_TAGS])).toBe(true)
    expect([given([]), given(['en', 'en']), given(['xx'])]).toEqual([false, false, false])
  })
})

describe('a plan', () => {
  const values = { ware: 'raku', budget: 12_500, day: '2026-09-14', email: 'u@t.example', letter: true }
  const planned = (locale: string | null) =>
    planSubmission(german, values, {}, { linkHolder: null, submission: 's', form: 'f', locale }, snapshotOf())

  it('speaks to the visitor in their language and region, and to desks as before', () => {
    const plan = planned('de-AT')
    const [desk, visitor] = [
      plan.messages.find(({ audience }) => audience === 'desk'),
      plan.messages.find(({ audience }) => audience === 'visitor'),
    ]
    expect(visitor).toMatchObject({ subject: 'Vielen Dank' })
    // CLDR's Austrian German, through Intl.
    const amount = new Intl.NumberFormat('de-AT').format(12_500)
    expect(visitor?.text).toBe(`${amount}, 14. September 2026`)
    expect(desk).toMatchObject({ subject: 'New', text: '12,500, RAKU' })
    expect(plan.outcome).toMatchObject({ title: 'Vielen Dank', body: 'Es wird Raku-Ware' })
    expect(plan.lists).toMatchObject([{ wording: 'Schicken Sie mir den Brief.' }])
  })
  it('speaks the form’s own language where nothing is known of the visitor, or nothing is offered', () => {
    for (const locale of [null, 'sv-SE', 'en-GB']) {
      expect(planned(locale).outcome).toMatchObject({ title: 'Thank you', body: 'RAKU it is' })
      expect(planned(locale).lists).toMatchObject([{ wording: 'Send me the letter.' }])
    }
  })
})
