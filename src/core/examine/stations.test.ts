import { describe, expect, it } from 'vitest'
import { vocabularyOf } from '../form/vocabulary'
import { describeCondition } from '../logic/describe'
import { choiceOf, emailQuestion, formOf, snapshotOf } from '../testing/forms'
import { describeFill, describeRule } from '../form/describe'
import { updateQuestion } from '../form/edits'
import { type StationFacts, tellStations } from './stations'
import { findQuestion } from '../form/values'
import { visitorView } from '../form/visitor_view'

const form = formOf(
  [
    choiceOf('ware', 'stoneware', 'glass'),
    {
      kind: 'number',
      name: 'peak',
      label: 'Peak',
      required: true,
      minimum: 1000,
      maximum: 1320,
      step: 20,
      unit: '°C',
      shownWhen: {
        none: [
          { value: 'ware', is: 'equals', to: 'glass' },
          { value: 'source', is: 'blank' },
        ],
      },
    },
    { ...emailQuestion, fill: [{ from: 'record', field: 'email' }] },
  ],
  {
    carried: [
      { name: 'source', label: 'Source' },
      { name: 'secret', label: 'Secret' },
    ],
  },
)
const facts: StationFacts = {
  findings: [],
  live: null,
  rehearsed: null,
  numbers: { arrived: 0, finish: null, unfinished: 0, steps: [] },
}
const says = (more: Partial<StationFacts>) => tellStations(form, { ...facts, ...more }).map((station) => station.says)

describe('the line', () => {
  it('tells how a new form stands', () => {
    expect(says({})).toEqual([
      '3 asked · 2 carried · 1 step',
      '1 land · 2 stay here',
      '0 routes · otherwise the owner',
      'no arrivals to try yet',
      'not released yet',
      '0 arrived in 30 days',
    ])
  })
  it('tells how a live one stands, and how many changes wait', () => {
    const live = { number: 3, form: updateQuestion(form, 'peak', { help: 'Of your hottest firing' }) }
    const numbers = { arrived: 812, finish: 0.41831, unfinished: 96, steps: [] }
    expect(says({ live, numbers, rehearsed: 'last arrival → North desk' }).slice(3)).toEqual([
      'last arrival → North desk',
      '1 change waiting',
      '41.8 % finish · 96 unfinished',
    ])
    expect(says({ live: { number: 3, form } })[4]).toBe('release 3 is live')
  })
  it('marks the place a fault is in, and the release it stops', () => {
    const findings = [{ severity: 'fault' as const, place: 'records' as const, about: '', text: 'x' }]
    const states = tellStations(form, { ...facts, findings }).map(({ state }) => state)
    expect(states).toEqual(['good', 'fault', 'good', 'good', 'fault', 'good'])
  })
})

describe('words for what is set', () => {
  const named = snapshotOf()
  it('say rules, sources and conditions', () => {
    const peak = findQuestion(form, 'peak')
    expect(peak && describeRule(peak)).toBe('1000–1320 by 20 °C')
    const ware = findQuestion(form, 'ware')
    expect(ware && describeRule(ware)).toBe('optional · one of 2')
    expect(describeCondition(vocabularyOf(form), peak?.shownWhen ?? null)).toBe(
      'not (ware is GLASS or Source is blank)',
    )
    expect(describeCondition(vocabularyOf(form), null)).toBe('always')
    expect(describeFill({ from: 'link', parameter: 'utm_campaign' }, named)).toBe('utm_campaign · link')
    expect(describeFill({ from: 'record', record: 'contact', field: 'first_name', part: 'first' }, named)).toBe(
      'first: First name · record',
    )
    expect(describeFill({ from: 'record', record: 'contact', field: 'gone' }, named)).toBe('gone · record')
  })
})

describe('what a visitor’s browser may know', () => {
  it('leaves out where answers go, what fills them, and carried values no condition needs', () => {
    const view = visitorView(form, { source: 'letter', secret: 'x' })
    expect(view.carried).toEqual({ source: 'letter' })
    for (const question of view.steps.flatMap(({ questions }) => questions))
      expect(question).toMatchObject({ lands: [], fill: [], default: null })
    expect(JSON.stringify(view)).not.toContain('secret')
  })
  it('leaves out what is computed out of sight, unless something there looks at it', () => {
    const sum = (more: object) => ({
      kind: 'computed' as const,
      label: 'Sum',
      expression: 'secret * 2',
      shown: false,
      ...more,
    })
    const secret = { carried: [{ name: 'secret', label: 'Secret' }] }
    const unseen = formOf([{ ...sum({}), name: 'sum' }, emailQuestion], secret)
    expect(JSON.stringify(visitorView(unseen, { secret: 7 }))).not.toContain('secret')
    const when = { shownWhen: { value: 'sum', is: 'at_least' as const, to: 9 } }
    const needed = formOf(
      [
        { ...sum({}), name: 'sum' },
        { ...emailQuestion, ...when },
      ],
      secret,
    )
    const view = visitorView(needed, { secret: 7 })
    expect([view.carried, view.steps[0]?.questions.map(({ name }) => name)]).toEqual([{ secret: 7 }, ['sum', 'email']])
  })
  it('leaves out what is switched off', () => {
    const off = updateQuestion(form, 'ware', { off: true })
    expect(visitorView(off, {}).steps[0]?.questions.map(({ name }) => name)).toEqual(['peak', 'email'])
  })
})
