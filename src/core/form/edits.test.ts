import { describe, expect, it } from 'vitest'
import { choiceOf, emailQuestion, formOf } from '../testing/forms'
import { type Form, formSchema } from './definition'
import { tellDifferences } from './differences'
import * as edits from './edits'
import { guessKind } from './guess'
import { nameFrom } from './name_from'
import { tellUnusual } from './unusual'
import { usesOf } from './uses'
import { removeColumn, moveRoute, setCell } from './routing_edits'

const form = formOf([choiceOf('ware', 'stoneware', 'glass'), emailQuestion], {
  title: 'Fire {{ ware | default: "ware" }}',
  messages: [{ name: 'notice', title: 'Notice', to: 'desk', subject: 'ware', body: '{{ ware | default: "ware" }}' }],
  routing: {
    columns: ['ware'],
    rows: [
      { cells: { ware: { is: 'equals', to: 'glass' } }, desk: 'north', message: 'notice' },
      { cells: {}, desk: 'south', message: 'notice' },
    ],
  },
})
const names = (one: Form) => one.steps.map(({ questions }) => questions.map(({ name }) => name))

describe('edits of a draft', () => {
  it('add, duplicate, move, remove, each leaving the form sound and the old one untouched', () => {
    const added = edits.addQuestion(form, 'How hot do you fire?', 'number', { step: 'one', after: 'ware' })
    expect(names(added.form)).toEqual([['ware', 'how_hot_do_you_fire', 'email']])
    const copied = edits.duplicateQuestion(added.form, 'email')
    expect(names(copied.form)).toEqual([['ware', 'how_hot_do_you_fire', 'email', 'email_2']])
    const moved = edits.moveQuestion(copied.form, 'email_2', -1)
    expect(names(moved)).toEqual([['ware', 'how_hot_do_you_fire', 'email_2', 'email']])
    const removed = edits.removeQuestion(moved, 'ware')
    expect(names(removed)).toEqual([['how_hot_do_you_fire', 'email_2', 'email']])
    for (const one of [added.form, copied.form, moved, removed]) expect(formSchema.safeParse(one).success).toBe(true)
    expect(names(form)).toEqual([['ware', 'email']])
  })
  it('split a step and heal it, over the edges of which questions move', () => {
    const split = edits.addStep(form, 'one', 'ware')
    expect(names(split.form)).toEqual([['ware'], ['email']])
    expect(names(edits.moveQuestion(split.form, 'email', -1))).toEqual([['ware', 'email'], []])
    expect(names(edits.removeStep(split.form, split.name))).toEqual([['ware', 'email']])
    expect(edits.removeStep(form, 'one')).toBe(form)
  })
  it('put questions, steps and carried values where they are dropped, and lose none', () => {
    const two = edits.addStep(form, 'one', 'ware').form
    const [, second] = two.steps.map(({ name }) => name)
    expect(names(edits.placeQuestion(two, 'email', { step: 'one', after: null }))).toEqual([['email', 'ware'], []])
    expect(names(edits.placeQuestion(two, 'ware', { step: second ?? '', after: 'email' }))).toEqual([
      [],
      ['email', 'ware'],
    ])
    expect(edits.placeQuestion(two, 'ware', { step: 'one', after: 'ware' })).toBe(two)
    expect(edits.placeQuestion(two, 'ware', { step: 'gone', after: null })).toBe(two)
    expect(edits.placeQuestion(two, 'gone', { step: 'one', after: null })).toBe(two)
    expect(names(edits.moveStep(two, 'one', 1))).toEqual([['email'], ['ware']])
    expect(names(edits.moveStep(two, second ?? '', -1))).toEqual([['email'], ['ware']])
    expect(edits.moveStep(two, 'one', -1)).toBe(two)
    expect(edits.placeStep(two, 'one', 'gone', 'before')).toBe(two)
    expect(edits.placeStep(two, 'one', second ?? '', 'before')).toBe(two)
    const carried = edits.addCarried(edits.addCarried(form, 'Source').form, 'Medium').form
    const order = (one: Form) => one.carried.map(({ name }) => name)
    expect(order(edits.placeCarried(carried, 'medium', 'source', 'before'))).toEqual(['medium', 'source'])
    expect(order(edits.placeCarried(carried, 'source', 'medium', 'after'))).toEqual(['medium', 'source'])
  })
  it('rename a value everywhere it is used, and nowhere else', () => {
    const renamed = edits.renameValue(form, 'ware', 'clay')
    expect(renamed.title).toBe('Fire {{ clay | default: "ware" }}')
    expect(renamed.messages[0]).toMatchObject({ subject: 'ware', body: '{{ clay | default: "ware" }}' })
    expect(renamed.routing).toMatchObject({ columns: ['clay'], rows: [{ cells: { clay: { to: 'glass' } } }, {}] })
    expect(usesOf(renamed, 'clay')).toEqual(['route 1', 'the title', 'Notice'])
  })
  it('rename a value in the conditions of questions, steps and messages, and at its parts', () => {
    const one = formOf([], {
      steps: [
        {
          name: 'one',
          title: 'One',
          questions: [{ kind: 'person_name', name: 'person', label: 'Name' }, emailQuestion],
        },
        {
          name: 'two',
          title: 'Two',
          shownWhen: { any: [{ none: [{ value: 'person.last', is: 'blank' }] }, { value: 'email', is: 'answered' }] },
          questions: [],
        },
      ],
      routing: {
        columns: ['person.first'],
        rows: [{ cells: { 'person.first': { is: 'answered' } }, desk: 'd', message: 'm' }],
      },
      wording: { send: 'Send, {{ person.first | default: "please" }}' },
      outcome: { title: 'Thank you, {{ person.first | default: "and hello" }}', body: '' },
    })
    const renamed = edits.renameValue(one, 'person', 'who')
    expect(renamed.steps[1]?.shownWhen).toEqual({
      any: [{ none: [{ value: 'who.last', is: 'blank' }] }, { value: 'email', is: 'answered' }],
    })
    expect(renamed.routing).toMatchObject({ columns: ['who.first'], rows: [{ cells: { 'who.first': {} } }] })
    expect(renamed.outcome.title).toContain('{{ who.first |')
    expect(renamed.wording).toMatchObject({ next: 'Next', send: 'Send, {{ who.first | default: "please" }}' })
    expect(usesOf(renamed, 'who')).toEqual(['shows the step “Two”', 'told on a button', 'route 1', 'the outcome'])
  })
  it('rename a value in what options and errors say of it', () => {
    const one = formOf([
      { kind: 'short_text', name: 'person', label: 'Name' },
      {
        ...choiceOf('ware', 'raku'),
        errorText: 'Choose, {{ person | default: "please" }}',
        options: [
          {
            value: 'raku',
            label: 'Raku',
            shownAs: 'Raku, {{ person | default: "you" }}?',
            caption: 'For {{ person | default: "you" }}',
          },
        ],
      },
      emailQuestion,
    ])
    const { questions } = edits.renameValue(one, 'person', 'who').steps[0] ?? { questions: [] }
    expect(questions[1]).toMatchObject({
      errorText: 'Choose, {{ who | default: "please" }}',
      options: [
        { label: 'Raku', shownAs: 'Raku, {{ who | default: "you" }}?', caption: 'For {{ who | default: "you" }}' },
      ],
    })
    expect(usesOf(one, 'person')).toEqual(['told in “ware”'])
  })
  it('change the routing table', () => {
    expect(moveRoute(form, 1, -1).routing.rows.map(({ desk }) => desk)).toEqual(['south', 'north'])
    expect(removeColumn(form, 'ware').routing.rows[0]?.cells).toEqual({})
    expect(setCell(form, 0, 'ware', null).routing.rows[0]?.cells).toEqual({})
  })
  it('are told apart in words', () => {
    expect(tellDifferences(null, form)).toEqual(['First release'])
    expect(tellDifferences(form, form)).toEqual([])
    const changed = edits.updateQuestion(form, 'email', { required: false, help: 'x' })
    expect(tellDifferences(form, changed)).toEqual(['Changed the question “Email”: help, required'])
    expect(tellDifferences(form, edits.moveQuestion(form, 'email', -1))[0]).toMatch(/^Moved/)
  })
})

describe('what is otherwise than usual', () => {
  it('is told of a question by what its kind begins with', () => {
    const slider = edits.newQuestion('slider', 'hot', 'How hot?')
    const parts = ['unitOfOne', 'width', 'ownLook', 'hideLabel']
    expect(tellUnusual(slider, parts)).toEqual([])
    const changed = { ...slider, unitOfOne: 'degree', hideLabel: true, required: true }
    expect(tellUnusual(changed as typeof slider, parts)).toEqual(['unit of one', 'whether its label is seen'])
  })
})

describe('names and guesses', () => {
  it('make names from wording, never one that is taken', () => {
    expect(nameFrom('Où êtes-vous ?', [])).toBe('ou_etes_vous')
    expect(nameFrom('Email', ['email', 'email_2'])).toBe('email_3')
    expect(nameFrom('12 & 13', [])).toBe('value')
    expect(nameFrom('Печь', [])).toBe('pech')
    expect(nameFrom('Печь', ['pech'])).toBe('pech_2')
    expect(nameFrom('Größe', [])).toBe('grosse')
    expect(nameFrom('All answers', [])).toBe('all_answers_2')
  })
  it.each([
    ['Work email', 'email'],
    ['How hot do you fire?', 'number'],
    ['Which supply do you have?', 'single_choice'],
    ['Anything we should plan around?', 'long_text'],
    ['I agree to the terms', 'consent'],
    ['First name', 'short_text'],
    ['Your name', 'person_name'],
    ['When would you like to come?', 'date'],
    ['Which of these do you fire?', 'several_choices'],
    ['Do you fire at night?', 'yes_no'],
    ['Which glazes shall we pack?', 'several_choices'],
    ['Which is the nearest?', 'single_choice'],
    ['Where shall it go?', 'address'],
    ['Where is the studio?', 'single_choice'],
    ['What matters most to you in a glaze?', 'ranking'],
    ['What happened?', 'long_text'],
    ['Studio or school', 'company'],
    ['How helpful was the crew?', 'rating'],
    ['A plan of the room, if you have one', 'file'],
    ['Whom do we talk to?', 'person_name'],
    ['For each pupil', 'short_text'],
  ])('guess %s to be %s', (wording, kind) => expect(guessKind(wording)).toBe(kind))
})
