import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { Answers } from '../answers/answer'
import { NOTHING_KNOWN } from '../origins/source'
import { choiceOf, emailQuestion, formOf, holderOf } from '../testing/forms'
import { type Alike, countTurns, turnFields } from './count_turns'
import { takeTurns } from './turns'

const inTurn = (known: string) => ({ known, days: 30 })
const form = formOf([
  { ...choiceOf('ware', 'glass', 'clay'), turn: inTurn('dropped'), lands: [{ field: 'ware' }] },
  {
    kind: 'number',
    name: 'heat',
    label: 'Heat',
    turn: inTurn('again'),
    shownWhen: { value: 'ware', is: 'differs', to: 'glass' },
    lands: [{ field: 'heat' }],
  },
  { kind: 'short_text', name: 'town', label: 'Town', turn: inTurn('shown'), lands: [{ field: 'town' }] },
  emailQuestion,
] as never)

it('looks at what is stored only where it matters', () => {
  expect(turnFields(form).map(({ name, exact, days }) => [name, exact, days])).toEqual([
    ['ware', true, null],
    ['heat', false, 30],
    ['town', false, null],
  ])
})

it('counts of many what would be said of each', () => {
  const person = fc.record(
    {
      ware: fc.constantFrom('glass', 'clay', 'salt'),
      heat: fc.constantFrom(1200, 1300),
      town: fc.constantFrom('Hill', ''),
    },
    { requiredKeys: [] },
  )
  fc.assert(
    fc.property(fc.array(fc.record({ stored: person, old: fc.boolean() }), { maxLength: 12 }), (people) => {
      const each = people.map(({ stored, old }) => {
        const since = { 'contact.heat': old ? '2026-01-01' : '2026-11-20' }
        const server = { now: '2026-11-28T12:00' as never, network: null, country: null }
        return takeTurns(form, { ...NOTHING_KNOWN, server, holder: { ...holderOf(stored as Answers), since } }, {})
      })
      const groups = people.map(({ stored, old }): Alike => ({
        people: 1,
        stored: { ...stored, ...(stored.heat ? { heat: true } : {}), town: stored.town ? true : null } as Answers,
        due: old && stored.heat ? ['heat'] : [],
      }))
      const counts = countTurns(form, groups)
      expect([counts.people, counts.allKnown]).toEqual([people.length, each.filter(({ allKnown }) => allKnown).length])
      for (const { name, asked } of counts.questions) {
        const isFilledIn = (n: number) => name === 'town' && Boolean(people[n]?.stored.town)
        expect([name, asked]).toEqual([
          name,
          each.filter((one, n) => one.asked.includes(name) && !isFilledIn(n)).length,
        ])
      }
    }),
  )
})
