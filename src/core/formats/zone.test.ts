import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  dayIn,
  instantShown,
  isoIn,
  isZone,
  momentIn,
  showFarMoment,
  showMoment,
  showTime,
  showZone,
  zoneNames,
} from './zone'

const moments = fc.date({ min: new Date('1975-01-01'), max: new Date('2060-01-01'), noInvalidDate: true })

describe('a time zone', () => {
  it('shows a moment that is read back as one that it shows the same', () => {
    fc.assert(
      fc.property(
        moments,
        fc.constantFrom('UTC', 'Europe/Stockholm', 'America/St_Johns', 'Asia/Kathmandu'),
        (at, zone) => {
          const shown = momentIn(zone, at)
          expect(momentIn(zone, instantShown(zone, shown))).toBe(shown)
        },
      ),
    )
    const at = new Date('2031-03-04T07:00:00Z')
    expect(instantShown('Europe/Stockholm', '2031-03-04T08:00')).toEqual(at)
    expect(showFarMoment('Europe/Stockholm', at)).toBe('4 Mar 2031, 08:00')
  })

  it('is one by its name, and nothing else is', () => {
    expect(['UTC', 'Europe/Stockholm', 'America/St_Johns', 'Asia/Kathmandu'].filter((name) => !isZone(name))).toEqual(
      [],
    )
    expect(['', 'Stockholm', '+01:00', 'Europe/Nowhere', "UTC'; drop", 'utc\n'].filter(isZone)).toEqual([])
    expect(zoneNames()[0]).toBe('UTC')
    expect(zoneNames().filter((name) => !isZone(name))).toEqual([])
  })
  it('begins its day when its clocks do, summer and winter', () => {
    const day = (text: string) => dayIn('Europe/Stockholm', new Date(text))
    expect(['2026-01-10T22:59:59Z', '2026-01-10T23:00:00Z'].map(day)).toEqual(['2026-01-10', '2026-01-11'])
    expect(['2026-07-10T21:59:59Z', '2026-07-10T22:00:00Z'].map(day)).toEqual(['2026-07-10', '2026-07-11'])
  })
  it('writes a moment with its offset, which is the same moment', () => {
    const at = (text: string) => new Date(text)
    expect(isoIn('Europe/Stockholm', at('2026-11-25T08:05:00Z'))).toBe('2026-11-25T09:05:00.000+01:00')
    expect(isoIn('America/St_Johns', at('2026-11-25T02:05:00Z'))).toBe('2026-11-24T22:35:00.000-03:30')
    expect(isoIn('UTC', at('2026-11-25T08:05:00Z'))).toBe('2026-11-25T08:05:00.000+00:00')
    fc.assert(
      fc.property(fc.constantFrom(...zoneNames()), moments, (zone, moment) => {
        const written = isoIn(zone, moment)
        expect(new Date(written).getTime()).toBe(moment.getTime())
        expect(written.slice(0, 10)).toBe(dayIn(zone, moment))
      }),
    )
  })
  it('is shown as people say it', () => {
    expect(showMoment('Europe/Stockholm', new Date('2026-11-25T08:05:00Z'))).toBe('25 Nov, 09:05')
    expect(showTime('Europe/Stockholm', new Date('2026-11-25T08:05:00Z'))).toBe('09:05')
    expect([showZone('UTC'), showZone('America/Port_of_Spain')]).toEqual(['UTC', 'Port of Spain time'])
  })
})
