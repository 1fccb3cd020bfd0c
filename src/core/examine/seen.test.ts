import { expect, it } from 'vitest'
import { emailQuestion, formOf } from '../testing/forms'
import { examineSeen, type Seen } from './seen'

const carried = [
  { name: 'ref', label: 'Code', fill: [{ from: 'link' as const, parameter: 'ref' }] },
  { name: 'page', label: 'Page', fill: [{ from: 'page_before' as const }] },
  { name: 'idle', label: 'Idle', fill: [] },
]
const form = formOf([emailQuestion], { carried })
const seen: Seen = { submissions: 40, filled: { page: 12, email: 40 }, unread: [] }
const said = (draft: typeof form, live: typeof form | null, more: Partial<Seen> | null = {}) =>
  examineSeen(draft, live, more && { ...seen, ...more }).map(({ severity, about, text }) => [severity, about, text])

it('notes values that no source filled, where that was seen often enough and they are as they are live', () => {
  const unfilled = ['note', 'ref', '“Code” was in none of the last 40 submissions of 30 days: no source had anything.']
  expect(said(form, form)).toEqual([unfilled])
  expect(said(form, form, { filled: { ref: 1, page: 12 } })).toEqual([])
  expect(said(form, form, { submissions: 19 })).toEqual([])
  const changed = formOf([emailQuestion], {
    carried: carried.map((one) => (one.name === 'ref' ? { ...one, fill: [{ from: 'page_before' }] } : one)) as never,
  })
  expect(said(changed, form)).toEqual([])
  expect(said(form, null)).toEqual([])
  expect(said(form, form, null)).toEqual([])
})

it('notes parameters that nobody reads, but for those that the draft does', () => {
  const filled = { ref: 1, page: 1 }
  const unread = [
    { name: 'utm_souce', visits: 61 },
    { name: 'ref', visits: 3 },
    { name: 'x', visits: 1 },
  ]
  expect(said(form, form, { filled, unread })).toEqual([
    ['note', '', 'Links of 61 visits of the last 30 days said “utm_souce”, and nothing reads it.'],
    ['note', '', 'Links of one visit of the last 30 days said “x”, and nothing reads it.'],
  ])
})
