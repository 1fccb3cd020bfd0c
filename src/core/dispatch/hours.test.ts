import fc from 'fast-check'
import { Temporal } from 'temporal-polyfill'
import { describe, expect, it } from 'vitest'
import { instantOf } from '../formats/zone'
import { type Hours, hoursSchema, nextWithin, tellHours } from './hours'

const WORKDAYS: Hours = { zone: 'Europe/Stockholm', open: [{ days: [1, 2, 3, 4, 5], from: '09:00', to: '17:00' }] }
const at = (text: string) => new Date(text)
const next = (text: string, hours = WORKDAYS) => nextWithin(hours, at(text))?.toISOString()

/** Zones with summers in either half of the year, of an odd offset, of half an hour, and without any. */
const ZONES = [
  'Europe/Stockholm',
  'Australia/Lord_Howe',
  'Asia/Kathmandu',
  'America/Santiago',
  'UTC',
  'Africa/Casablanca',
]

describe('the hours of a desk', () => {
  it('are now, later today, or on the next day that has some', () => {
    expect(next('2026-11-25T10:00:00Z')).toBe('2026-11-25T10:00:00.000Z')
    expect(next('2026-11-25T05:00:00Z')).toBe('2026-11-25T08:00:00.000Z')
    expect(next('2026-11-25T16:00:00Z')).toBe('2026-11-26T08:00:00.000Z')
    expect(next('2026-11-27T17:00:00Z')).toBe('2026-11-30T08:00:00.000Z')
    // The last minute is within them, and the end is not.
    expect(next('2026-11-25T15:59:59Z')).toBe('2026-11-25T15:59:59.000Z')
  })
  it('follow the clocks of their zone', () => {
    // Summer ends on 25 October 2026: nine there is eight UTC from then on.
    expect(next('2026-10-23T16:00:00Z')).toBe('2026-10-26T08:00:00.000Z')
    expect(next('2026-10-22T16:00:00Z')).toBe('2026-10-23T07:00:00.000Z')
    // Clocks there skip from two to half past on 2 October 2022: so hours from one past two begin as soon as they have.
    const early: Hours = { zone: 'Australia/Lord_Howe', open: [{ days: [7], from: '02:01', to: '03:00' }] }
    expect(next('2022-09-24T16:30:00Z', early)).toBe('2022-10-01T15:30:00.000Z')
    const night: Hours = { zone: 'Europe/Stockholm', open: [{ days: [7], from: '22:00', to: '24:00' }] }
    expect(next('2026-11-28T12:00:00Z', night)).toBe('2026-11-29T21:00:00.000Z')
    expect(next('2026-11-29T22:59:00Z', night)).toBe('2026-11-29T22:59:00.000Z')
    expect(next('2026-11-29T23:00:00Z', night)).toBe('2026-12-06T21:00:00.000Z')
  })
  it('are told in words', () => {
    expect(tellHours(WORKDAYS)).toBe('Mon to Fri 09:00–17:00, Stockholm time')
    const odd = {
      zone: 'UTC',
      open: [
        { days: [7, 1, 2, 3], from: '08:00', to: '12:00' },
        { days: [5, 6], from: '10:00', to: '24:00' },
      ],
    }
    expect(tellHours(odd)).toBe('Mon to Wed, Sun 08:00–12:00, Fri, Sat 10:00–24:00, UTC')
  })
  it('are refused where they end before they begin, or are of no zone', () => {
    for (const wrong of [
      { ...WORKDAYS, zone: 'Mars/Olympus' },
      { ...WORKDAYS, open: [] },
      { ...WORKDAYS, open: [{ days: [], from: '09:00', to: '17:00' }] },
      { ...WORKDAYS, open: [{ days: [1], from: '17:00', to: '09:00' }] },
      { ...WORKDAYS, open: [{ days: [8], from: '09:00', to: '17:00' }] },
    ])
      expect(hoursSchema.safeParse(wrong).success).toBe(false)
  })

  const anyTime = fc
    .tuple(fc.nat({ max: 23 }), fc.nat({ max: 59 }))
    .map((parts) => parts.map((n) => String(n).padStart(2, '0')).join(':'))
  const anyMoment = fc.date({ min: at('2020-01-01T00:00:00Z'), max: at('2030-01-01T00:00:00Z'), noInvalidDate: true })

  it('have the moments that Temporal has for the same day and time', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ZONES), anyMoment, anyTime, (zone, moment, time) => {
        const day = moment.toISOString().slice(0, 10)
        const theirs = Temporal.PlainDateTime.from(`${day}T${time}`).toZonedDateTime(zone, {
          disambiguation: 'compatible',
        })
        expect(instantOf(zone, day, time).getTime()).toBe(theirs.epochMilliseconds)
      }),
      { numRuns: 2000 },
    )
  })
  it('are never before the moment asked about, and the first that Temporal finds minute by minute', () => {
    const anyHours = fc.record({
      zone: fc.constantFrom(...ZONES),
      open: fc.array(
        fc
          .record({ days: fc.subarray([1, 2, 3, 4, 5, 6, 7], { minLength: 1 }), from: anyTime, to: anyTime })
          .filter(({ from, to }) => from < to),
        { minLength: 1, maxLength: 3 },
      ),
    })
    fc.assert(
      fc.property(anyHours, anyMoment, (hours, moment) => {
        const from = new Date(Math.floor(moment.getTime() / 60_000) * 60_000)
        const found = nextWithin(hours, from)
        expect(found === null || found >= from).toBe(true)
        const isWithin = (when: Date) => {
          const there = Temporal.Instant.fromEpochMilliseconds(when.getTime()).toZonedDateTimeISO(hours.zone)
          const time = there.toPlainTime().toString({ smallestUnit: 'minute' })
          return hours.open.some(
            ({ days, from: begins, to }) => days.includes(there.dayOfWeek) && begins <= time && time < to,
          )
        }
        // Where clocks go back, a time comes twice: hours that begin at it are open from its first coming on.
        if (isWithin(from)) expect(found?.getTime()).toBe(from.getTime())
        else if (found)
          for (let n = 1; n <= 60; n++) {
            const before = new Date(found.getTime() - n * 60_000)
            if (before > from) expect([n, isWithin(before)]).toEqual([n, false])
          }
      }),
      { numRuns: 300 },
    )
  })
})
