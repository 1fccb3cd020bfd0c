import { describe, expect, it } from 'vitest'
import { choiceOf, emailQuestion, formOf } from '../testing/forms'
import { fillCarried, fillQuestions } from './fill'
import { originsOf } from './origin'
import { isWellFormedSecret, secretFrom } from './personal_link'

const form = formOf(
  [
    {
      ...emailQuestion,
      fill: [
        { from: 'record', field: 'email' },
        { from: 'link', parameter: 'email' },
      ],
    },
    {
      kind: 'number',
      name: 'peak',
      label: 'Peak',
      default: 1240,
      maximum: 1320,
      fill: [{ from: 'link', parameter: 'peak' }],
    },
    {
      kind: 'consent',
      name: 'letter',
      label: 'Letter',
      wording: 'Yes',
      default: true,
      fill: [{ from: 'link', parameter: 'letter' }],
    },
  ],
  {
    carried: [
      { name: 'campaign', label: 'Campaign', fill: [{ from: 'link', parameter: 'utm_campaign' }] },
      {
        name: 'code',
        label: 'Code',
        fill: [
          { from: 'record', field: 'code' },
          { from: 'link', parameter: 'ref' },
        ],
      },
      { name: 'kind', label: 'Kind', fill: [{ from: 'constant', value: 'finder' }] },
    ],
  },
)
const known = { link: {}, record: null, pageBefore: null }

describe('filling', () => {
  it('takes the first source that has a sound value', () => {
    const link = { email: 'claimed@x.example', peak: '9000' }
    expect(fillQuestions(form, { ...known, link })).toEqual({
      values: { email: 'claimed@x.example', peak: 1240 },
      origins: { email: 'link', peak: 'default' },
    })
    expect(fillQuestions(form, { ...known, link, record: { email: 'ilka@x.example' } }).values.email).toBe(
      'ilka@x.example',
    )
  })
  it('fills a value part by part, each from the first source that has it', () => {
    const named = formOf([
      {
        kind: 'person_name',
        name: 'person',
        label: 'Name',
        fill: [
          { from: 'record', field: 'first_name', part: 'first' },
          { from: 'record', field: 'last_name', part: 'last' },
          { from: 'link', parameter: 'last', part: 'last' },
        ],
      },
    ])
    const link = { last: 'Claimed' }
    expect(fillQuestions(named, { ...known, link, record: { first_name: 'Ilka' } })).toEqual({
      values: { person: { first: 'Ilka', last: 'Claimed' } },
      origins: { person: 'record', 'person.first': 'record', 'person.last': 'link' },
    })
    expect(fillQuestions(named, { ...known, record: { last_name: 'Brandt' } }).values).toEqual({
      person: { last: 'Brandt' },
    })
    expect(fillQuestions(named, known)).toEqual({ values: {}, origins: {} })
  })
  it('finds the option that stored text says in words', () => {
    const wares = formOf([{ ...choiceOf('ware', 'stoneware'), fill: [{ from: 'record', field: 'ware' }] }])
    const filled = (ware: string) => fillQuestions(wares, { ...known, record: { ware } }).values
    expect([filled('stoneware'), filled('Stoneware '), filled('Glass')]).toEqual([
      { ware: 'stoneware' },
      { ware: 'stoneware' },
      {},
    ])
  })
  it('takes what was sent in the form before, as certain as it was then', () => {
    const next = formOf(
      [
        { kind: 'short_text', name: 'called', label: 'Called', fill: [{ from: 'form_before', value: 'who.first' }] },
        { ...emailQuestion, fill: [{ from: 'form_before', value: 'mail' }] },
        { kind: 'consent', name: 'letter', label: 'Letter', wording: 'Yes' },
      ],
      { carried: [{ name: 'from', label: 'From', fill: [{ from: 'form_before', value: 'gone' }] }] },
    )
    const values = { who: { first: 'Ilka' }, mail: 'ilka@x.example', letter: true }
    const formBefore = { values, origins: { who: 'typed' as const, mail: 'link' as const } }
    expect(fillQuestions(next, { ...known, formBefore })).toEqual({
      values: { called: 'Ilka', email: 'ilka@x.example' },
      // An address that a link claimed then is still a claim.
      origins: { called: 'form_before', email: 'link' },
    })
    expect(fillCarried(next, { ...known, formBefore }).values).toEqual({})
    expect(fillQuestions(next, known).values).toEqual({})
  })
  it('never ticks a consent for somebody', () => {
    expect(fillQuestions(form, { ...known, link: { letter: 'yes' } }).values).not.toHaveProperty('letter')
  })
  it('tells stored data to nobody without a personal link', () => {
    expect(fillQuestions(form, known).values).not.toHaveProperty('email')
  })
  it('takes a sent carried value for a claim, where the link may set it at all', () => {
    const sent = { campaign: 'autumn', code: 'GUESS', kind: 'forged' }
    expect(fillCarried(form, { ...known, record: { code: 'TRUE' } }, sent)).toEqual({
      values: { campaign: 'autumn', code: 'TRUE', kind: 'finder' },
      origins: { campaign: 'link', code: 'record', kind: 'constant' },
    })
  })
})

describe('a personal link’s secret', () => {
  it('ends in a check character that a mistyped letter does not fit', () => {
    const secrets = Array.from({ length: 50 }, (_, draw) =>
      secretFrom(Uint8Array.from({ length: 20 }, (__, at) => (draw * 67 + at * at * 29 + at) % 256)),
    )
    const made = secrets.filter((secret) => secret !== null)
    expect(made.length).toBeGreaterThan(35)
    for (const secret of made) {
      expect(isWellFormedSecret(secret)).toBe(true)
      const other = secret.startsWith('A') ? 'B' : 'A'
      expect(isWellFormedSecret(other + secret.slice(1))).toBe(false)
    }
  })
  it('refuses too little randomness', () => {
    expect(() => secretFrom(new Uint8Array(3))).toThrow(RangeError)
  })
})

describe('origins', () => {
  const form = formOf(
    [
      { kind: 'number', name: 'people', label: 'People' },
      { kind: 'computed', name: 'boards', label: 'Boards', expression: 'people * 2' },
      { kind: 'computed', name: 'price', label: 'Price', expression: 'or(rate, 1) * boards' },
    ],
    { carried: [{ name: 'rate', label: 'Rate' }] },
  )
  const nothing = { values: {}, origins: {} }
  it('of what is computed say so, unless it comes from a claim', () => {
    const answers = { people: 2, boards: 4, price: 4 }
    expect(originsOf(form, answers, nothing, {})).toEqual({ people: 'typed', boards: 'computed', price: 'computed' })
    expect(originsOf(form, answers, nothing, { rate: 'link' })).toMatchObject({ boards: 'computed', price: 'link' })
    const filled = { values: { people: 2 }, origins: { people: 'link' as const } }
    expect(originsOf(form, answers, filled, {})).toEqual({ people: 'link', boards: 'link', price: 'link' })
  })
})
