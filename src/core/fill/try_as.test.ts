import { expect, it } from 'vitest'
import { addTry, removeTry, updateTry } from '../form/try_edits'
import { type Try, trySchema } from '../form/tries'
import { tellDifferences } from '../form/differences'
import { NOTHING_KNOWN } from '../origins/source'
import { formOf, holderOf } from '../testing/forms'
import { fillCarried } from './fill'
import { tryAs } from './try_as'

const tried = (more: Partial<Try> = {}) => trySchema.parse({ name: 'ada', called: 'Ada', ...more })
const server = {
  now: '2026-11-25T09:05',
  network: { whole: '203.0.113.7', shortened: '203.0.113.0/24' },
  country: 'NO',
}
const known = { ...NOTHING_KNOWN, holder: holderOf({ first_name: 'Somebody else' }), link: { ref: 'theirs' }, server }

it('is nobody who was known before: a stranger, where nothing is stored', () => {
  expect(tryAs(known, tried())).toEqual({ ...NOTHING_KNOWN, server: { ...server, country: null } })
})

it('knows what the test values say, as a page would', () => {
  const form = formOf([], {
    carried: [
      { name: 'name', label: 'Name', fill: [{ from: 'record', field: 'first_name' }] },
      { name: 'house', label: 'House', fill: [{ from: 'record', record: 'company', field: 'name' }] },
      { name: 'listed', label: 'Listed', fill: [{ from: 'list', list: 'firing_notes' }] },
      { name: 'refs', label: 'Codes', fill: [{ from: 'link', parameter: 'ref' }] },
      { name: 'tag', label: 'Tag', fill: [{ from: 'link', parameter: 'utm_source' }] },
      { name: 'page', label: 'Page', fill: [{ from: 'page_before' }] },
      { name: 'around', label: 'Around', fill: [{ from: 'framing_page', parameter: 'shop' }] },
      { name: 'zone', label: 'Zone', fill: [{ from: 'browser', what: 'zone' }] },
      { name: 'country', label: 'Country', fill: [{ from: 'server', what: 'country' }] },
    ],
  })
  const ada = tried({
    link: 'https://forms.example/f/x?ref=a&utm_source=ring&ref=b%20c',
    pageBefore: 'https://look.example/',
    framedBy: 'https://ring.example/?shop=north',
    zone: 'Europe/Oslo',
    country: 'SE',
    stored: [
      { record: 'contact', field: 'first_name', value: 'Ada' },
      { record: 'company', field: 'name', value: 'Fern Hollow' },
    ],
    lists: ['firing_notes'],
  })
  expect(fillCarried(form, tryAs(known, ada)).values).toEqual({
    name: 'Ada',
    house: 'Fern Hollow',
    listed: 'Yes',
    refs: 'a, b c',
    tag: 'ring',
    page: 'https://look.example/',
    around: 'north',
    zone: 'Europe/Oslo',
    country: 'SE',
  })
})

it('is kept with the form by a name of its own, and changes nothing that visitors or reports meet', () => {
  const form = formOf([])
  const first = addTry(form)
  const second = addTry(first.form)
  expect(second.form.tries.map(({ name, called }) => [name, called])).toEqual([
    ['test_values_1', 'Test values 1'],
    ['test_values_2', 'Test values 2'],
  ])
  const named = updateTry(second.form, second.name, { called: 'Ada', zone: 'UTC' })
  expect(named.tries[1]).toMatchObject({ name: 'test_values_2', called: 'Ada', zone: 'UTC' })
  expect(removeTry(named, first.name).tries.map(({ called }) => called)).toEqual(['Ada'])
  expect(tellDifferences(form, named)).toEqual([])
})
