import { ENGLISH } from '../language/languages'
import { describe, expect, it } from 'vitest'
import { checkAnswer } from '../form/check'
import { addDays, isWeekday } from './day'
import { formOf } from '../testing/forms'

const TODAY = '2026-11-26' // a Thursday
const NOON = `${TODAY}T12:00`
const open = { earliest: null, latest: null, past: true, ahead: null, weekdays: false }

const messageOf = (answer: unknown, limits: object, now?: string, kind: 'date' | 'date_range' = 'date') => {
  const [question] = formOf([{ kind, name: 'day', label: 'Day', ...open, ...limits }]).steps[0]?.questions ?? []
  if (!question) throw new Error('No question')
  return checkAnswer(question, answer, { now, speech: ENGLISH }).message
}

describe('limits of days', () => {
  it('knows the calendar', () => {
    expect(addDays('2026-12-31', 1)).toBe('2027-01-01')
    expect(addDays('2028-02-28', 1)).toBe('2028-02-29')
    expect(['2026-11-27', '2026-11-28', '2026-11-29', '2026-11-30'].map(isWeekday)).toEqual([true, false, false, true])
  })
  it('takes no day that is past, by the day it is asked on', () => {
    expect(messageOf('2026-11-25', { past: false }, NOON)).toBe('Give one from 26 November 2026 on.')
    expect(messageOf(TODAY, { past: false }, NOON)).toBeNull()
    expect(messageOf('2026-11-25', {}, NOON)).toBeNull()
  })
  it('goes only so far ahead', () => {
    expect(messageOf('2026-12-06', { ahead: 10 }, NOON)).toBeNull()
    expect(messageOf('2026-12-07', { ahead: 10 }, NOON)).toBe('Give one up to 6 December 2026.')
    expect(messageOf('2026-12-05', { ahead: 10, latest: '2026-12-01' }, NOON)).toBe('Give one up to 1 December 2026.')
  })
  it('takes weekdays only', () => {
    expect(messageOf('2026-11-28', { weekdays: true }, NOON)).toBe('Give a day from Monday to Friday.')
    expect(messageOf('2026-11-27', { weekdays: true }, NOON)).toBeNull()
  })
  it('holds both ends of a range to them', () => {
    const limits = { past: false, weekdays: true }
    const range = (from: string, to: string) => messageOf({ from, to }, limits, NOON, 'date_range')
    expect(range('2026-11-26', '2026-11-30')).toBeNull()
    expect(range('2026-11-25', '2026-11-30')).toBe('Give one from 26 November 2026 on.')
    expect(range('2026-11-26', '2026-11-29')).toBe('Give a day from Monday to Friday.')
  })
  it('does not judge afterwards what was taken in time', () => {
    expect(messageOf('2020-01-01', { past: false, ahead: 10 })).toBeNull()
  })
})
