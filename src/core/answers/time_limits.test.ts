import { ENGLISH } from '../language/languages'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formOf } from '../testing/forms'
import { checkAnswer } from '../form/check'
import { tellTimeLimits, timesAt } from './time_limits'

const AFTERNOON = '2026-11-26T14:30'
const open = { earliest: null, latest: null, past: true, ahead: null }

const messageOf = (answer: string, limits: object, now?: string) => {
  const [question] = formOf([{ kind: 'time', name: 'at', label: 'At', ...limits }]).steps[0]?.questions ?? []
  if (!question) throw new Error('No question')
  return checkAnswer(question, answer, { now, speech: ENGLISH }).message
}

describe('limits of times', () => {
  it('take no time that is past, by the moment it is asked at', () => {
    expect(messageOf('14:29', { past: false }, AFTERNOON)).toBe('Give one from 14:30 on.')
    expect(messageOf('14:30', { past: false }, AFTERNOON)).toBeNull()
    expect(messageOf('14:29', {}, AFTERNOON)).toBeNull()
  })
  it('go only so far ahead, and never over midnight', () => {
    expect(messageOf('16:00', { ahead: 90 }, AFTERNOON)).toBeNull()
    expect(messageOf('16:01', { ahead: 90 }, AFTERNOON)).toBe('Give one up to 16:00.')
    expect(timesAt('2026-11-26T23:30', { ...open, ahead: 90 }).latest).toBe('23:59')
  })
  it('do not judge afterwards what was taken in time', () => {
    expect(messageOf('00:01', { past: false, ahead: 5 })).toBeNull()
  })
  it('never let in what the times of the day alone would not', () => {
    const minute = fc
      .integer({ min: 0, max: 24 * 60 - 1 })
      .map((at) => new Date(at * 60_000).toISOString().slice(11, 16))
    const maybe = fc.option(minute)
    const some = fc.record({ earliest: maybe, latest: maybe, past: fc.boolean(), ahead: fc.option(fc.nat(1439)) })
    fc.assert(
      fc.property(some, minute, minute, (limits, now, time) => {
        const { earliest, latest } = timesAt(`2026-11-26T${now}`, limits)
        const within = (from: string | null, to: string | null) =>
          (from === null || time >= from) && (to === null || time <= to)
        if (within(earliest, latest)) {
          expect(within(limits.earliest, limits.latest)).toBe(true)
          if (!limits.past) expect(time >= now).toBe(true)
        }
      }),
    )
  })
  it('are told in a few words', () => {
    expect(tellTimeLimits(open)).toBe('time')
    expect(tellTimeLimits({ ...open, earliest: '09:00', latest: '17:00' })).toBe('time, 09:00–17:00')
    expect(tellTimeLimits({ ...open, earliest: '09:00', past: false, ahead: 240 })).toBe(
      'time from 09:00, not past, at most 240 minutes ahead',
    )
  })
})
