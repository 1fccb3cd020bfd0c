import { describe, expect, it } from 'vitest'
import { checkCharacter } from '../formats/check_character'
import { NOTHING_KNOWN } from '../origins/source'
import { choiceOf, emailQuestion, formOf, holderOf } from '../testing/forms'
import { fillCarried, fillQuestions, takeCarried } from './fill'
import { originsOf } from './origins_of'
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
const known = NOTHING_KNOWN

describe('filling', () => {
  it('takes the first source that has a sound value', () => {
    const link = { email: 'claimed@x.example', peak: '9000' }
    expect(fillQuestions(form, { ...known, link })).toEqual({
      values: { email: 'claimed@x.example', peak: 1240 },
      origins: { email: 'link', peak: 'default' },
    })
    expect(fillQuestions(form, { ...known, link, holder: holderOf({ email: 'ilka@x.example' }) }).values.email).toBe(
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
    expect(fillQuestions(named, { ...known, link, holder: holderOf({ first_name: 'Ilka' }) })).toEqual({
      values: { person: { first: 'Ilka', last: 'Claimed' } },
      origins: { person: 'record', 'person.first': 'record', 'person.last': 'link' },
    })
    expect(fillQuestions(named, { ...known, holder: holderOf({ last_name: 'Brandt' }) }).values).toEqual({
      person: { last: 'Brandt' },
    })
    expect(fillQuestions(named, known)).toEqual({ values: {}, origins: {} })
  })
  it('finds the option that stored text says in words', () => {
    const wares = formOf([{ ...choiceOf('ware', 'stoneware'), fill: [{ from: 'record', field: 'ware' }] }])
    const filled = (ware: string) => fillQuestions(wares, { ...known, holder: holderOf({ ware }) }).values
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
  it('keeps to the parts that one source gave, once any did', () => {
    const stay = formOf([
      {
        kind: 'person_name',
        name: 'person',
        label: 'Name',
        fill: [
          { from: 'record', field: 'first_name', part: 'first' },
          { from: 'form_before', value: 'who' },
          { from: 'link', parameter: 'last', part: 'last' },
        ],
      },
    ])
    const formBefore = { values: { who: { first: 'Otto', last: 'Lind' } }, origins: {} }
    const filled = (record: Record<string, string> | null) =>
      fillQuestions(stay, { ...known, link: { last: 'Berg' }, formBefore, holder: record && holderOf(record) })
    expect(filled({ first_name: 'Ilka' })).toEqual({
      values: { person: { first: 'Ilka', last: 'Berg' } },
      origins: { person: 'record', 'person.first': 'record', 'person.last': 'link' },
    })
    expect(filled(null)).toEqual({
      values: { person: { first: 'Otto', last: 'Lind' } },
      origins: { person: 'form_before' },
    })
  })
  it('reads no option out of what is no text', () => {
    const sizes = formOf([{ ...choiceOf('size', '5'), fill: [{ from: 'record', field: 'size' }] }])
    expect(fillQuestions(sizes, { ...known, holder: holderOf({ size: 7 as never }) })).toEqual({
      values: {},
      origins: {},
    })
  })
  it('never has the part of a value for sure where the whole was a claim', () => {
    const next = formOf([
      { kind: 'short_text', name: 'called', label: 'Called', fill: [{ from: 'form_before', value: 'who.first' }] },
    ])
    const origin = (origins: Record<string, 'typed' | 'link'>) =>
      fillQuestions(next, { ...known, formBefore: { values: { who: { first: 'Ilka' } }, origins } }).origins.called
    expect(origin({ who: 'link' })).toBe('link')
    // A part has an origin of its own where it was filled by itself.
    expect(origin({ who: 'typed', 'who.first': 'link' })).toBe('link')
    expect(origin({ who: 'link', 'who.first': 'typed' })).toBe('form_before')
    expect(origin({})).toBe('form_before')
  })
  it('takes what somebody says of carried values for a try: sound ones, and a blank to take one away', () => {
    expect(takeCarried(form, { campaign: ' autumn ', code: '', other: 'x' })).toEqual({
      campaign: 'autumn',
      code: null,
    })
    expect(takeCarried(form, { campaign: { not: 'a text' } })).toEqual({})
    expect(takeCarried(form, {})).toEqual({})
  })
  it('never ticks a consent for somebody', () => {
    expect(fillQuestions(form, { ...known, link: { letter: 'yes' } }).values).not.toHaveProperty('letter')
  })
  it('tells stored data to nobody without a personal link', () => {
    expect(fillQuestions(form, known).values).not.toHaveProperty('email')
  })
  it('takes a sent carried value for a claim, where the link may set it at all', () => {
    const sent = { campaign: 'autumn', code: 'GUESS', kind: 'forged' }
    expect(fillCarried(form, { ...known, holder: holderOf({ code: 'TRUE' }) }, sent)).toEqual({
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
  it('is of one length, never ends in a star, and uses no more than it needs', () => {
    const drawn = Array.from({ length: 400 }, (_, draw) =>
      Uint8Array.from({ length: 40 }, (__, at) => draw * 7 + at * 3),
    )
    const made = drawn.map(secretFrom)
    // One in 37 has the check character that looks wrong in an address.
    expect(made.filter((secret) => secret === null).length).toBeGreaterThan(0)
    for (const [at, secret] of made.entries()) {
      if (secret === null) continue
      expect(secret).toMatch(/^[2-9A-HJ-NP-Z]{20}[0-9A-Z]$/)
      expect(secretFrom((drawn[at] as Uint8Array).slice(0, 20))).toBe(secret)
    }
  })
  it('is no other length, whatever its check character says', () => {
    const secret = secretFrom(Uint8Array.from({ length: 20 }, (_, at) => at)) ?? ''
    const shorter = secret.slice(0, 10)
    expect(isWellFormedSecret(secret)).toBe(true)
    expect(isWellFormedSecret(shorter + checkCharacter(shorter))).toBe(false)
    expect(isWellFormedSecret('')).toBe(false)
  })
  it('refuses too little randomness', () => {
    expect(() => secretFrom(new Uint8Array(3))).toThrow('20 random bytes are needed')
    expect(() => secretFrom(new Uint8Array(19))).toThrow(RangeError)
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
