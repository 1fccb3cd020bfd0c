import { describe, expect, it } from 'vitest'
import { describeCondition } from '../logic/describe'
import { testsFor } from '../logic/fitting'
import { BUILT_IN_FIELDS } from '../fields/field'
import { choiceOf, formOf } from '../testing/forms'
import { readPlace } from './place'
import { vocabularyOfPeople } from './vocabulary'

const words = vocabularyOfPeople({
  fields: [
    ...BUILT_IN_FIELDS,
    { record: 'contact', name: 'old', label: 'Old', type: 'text', options: [], retired: true },
  ],
  lists: [{ name: 'firing_notes', title: 'Firing notes' }],
  members: [{ id: 'ines', name: 'Ines' }],
  forms: [{ slug: 'kiln-finder', name: 'Kiln finder' }],
  asked: new Map([['kiln-finder', formOf([choiceOf('ware', 'raku', 'salt')])]]),
  sources: ['fair'],
})

describe('what can be asked of people', () => {
  it('is told in words', () => {
    expect(
      describeCondition(words, {
        all: [
          { value: 'lists', is: 'includes', to: ['firing_notes'] },
          { value: 'owner', is: 'equals', to: 'ines' },
          { value: 'answer.kiln-finder/ware', is: 'equals', to: 'raku' },
          {
            any: [
              { value: 'days_since.kiln-finder', is: 'at_most', to: 30 },
              { value: 'sent', is: 'excludes', to: ['kiln-finder'] },
            ],
          },
        ],
      }),
    ).toBe(
      'Lists includes Firing notes and Owner is Ines and Kiln finder · ware is RAKU and ' +
        '(Days since they last sent “Kiln finder” is at most 30 or Forms they sent does not include Kiln finder)',
    )
    expect(describeCondition(words, { value: 'owner', is: 'equals', to: 'kim' })).toBe('Owner is somebody who has left')
  })
  it('has tests that fit and a name, wherever a test can begin', () => {
    for (const path of words.paths) {
      const domain = words.domainAt(path)
      expect([path, domain && testsFor(domain).length > 0, words.labelAt(path)]).toEqual([
        path,
        true,
        expect.stringMatching(/./),
      ])
      expect(words.labelAt(path)).not.toBe(path)
    }
    expect(words.paths).not.toContain('contact.old')
  })
  it('is nothing at a place that there is not', () => {
    for (const path of ['', 'contact', 'owner.ines', 'answer.kiln-finder', 'answer./ware', 'nothing', 'constructor']) {
      expect([path, readPlace(path)]).toEqual([path, null])
      expect(words.domainAt(path)).toBe(null)
    }
    expect(words.domainAt('answer.gone/ware')).toBe(null)
  })
})
