/** Time zones, by their names in the IANA time zone database. */

/** Whether a name is one of a zone that this machine knows. Offsets such as `+01:00` are none: they know no summer. */
export function isZone(name: string): boolean {
  if (!/^[A-Za-z]/.test(name)) return false
  try {
    new Intl.DateTimeFormat('en', { timeZone: name })
    return true
  } catch {
    return false
  }
}

/** Every zone there is to choose from, UTC first. */
export const zoneNames = (): string[] => [...new Set(['UTC', ...Intl.supportedValuesOf('timeZone')])]

const formats = new Map<string, Intl.DateTimeFormat>()

/** A format made once: making one takes longer than a thousand uses of it. */
function formatOf(options: Intl.DateTimeFormatOptions & { timeZone: string }): Intl.DateTimeFormat {
  const key = JSON.stringify(options)
  const made = formats.get(key) ?? new Intl.DateTimeFormat('en-GB', options)
  formats.set(key, made)
  return made
}

/** The day of a moment in a zone, as `YYYY-MM-DD`. */
export function dayIn(zone: string, at: Date): string {
  const parts = formatOf({ timeZone: zone, year: 'numeric', month: '2-digit', day: '2-digit' }).formatToParts(at)
  const part = (type: string) => parts.find((one) => one.type === type)?.value ?? ''
  return `${part('year').padStart(4, '0')}-${part('month')}-${part('day')}`
}

/** A moment as clocks in a zone show it: `2026-11-25T09:05`. */
export const momentIn = (zone: string, at: Date): string => `${dayIn(zone, at)}T${showTime(zone, at)}`

/** Day and time of a moment in a zone: “25 Nov, 09:05”. */
export const showMoment = (zone: string, at: Date): string =>
  formatOf({ timeZone: zone, day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' }).format(at)

/** The same with its year, of what may lie far ahead: “25 Nov 2026, 09:05”. */
export const showFarMoment = (zone: string, at: Date): string =>
  formatOf({
    timeZone: zone,
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  }).format(at)

/** The time of day of a moment in a zone: “09:05”. */
export const showTime = (zone: string, at: Date): string =>
  formatOf({ timeZone: zone, hour: '2-digit', minute: '2-digit' }).format(at)

/** How far the clocks of a zone are before those of UTC at a moment, in minutes. */
function offsetIn(zone: string, at: Date): number {
  // The offset comes as “GMT+01:00”, and as “GMT” for none.
  const name = formatOf({ timeZone: zone, timeZoneName: 'longOffset' })
    .formatToParts(at)
    .find(({ type }) => type === 'timeZoneName')
  const [, sign = '+', hours = '00', minutes = '00'] = /GMT([+-])(\d\d):(\d\d)/.exec(name?.value ?? '') ?? []
  return (Number(hours) * 60 + Number(minutes)) * (sign === '-' ? -1 : 1)
}

/** A moment as ISO 8601 has it in a zone, with the zone's offset: `2026-11-25T09:05:00.000+01:00`. */
export function isoIn(zone: string, at: Date): string {
  const offset = offsetIn(zone, at)
  const local = new Date(at.getTime() + offset * 60_000).toISOString().slice(0, -1)
  const two = (n: number) => String(n).padStart(2, '0')
  const [hours, minutes] = [Math.floor(Math.abs(offset) / 60), Math.abs(offset) % 60]
  return `${local}${offset < 0 ? '-' : '+'}${two(hours)}:${two(minutes)}`
}

/**
 * The moment at which clocks in a zone show a day and a time (`YYYY-MM-DD`, `HH:MM`). Of one that comes twice, as when
 * summer ends, the first; of one that they skip, the moment that would have been it had they not (RFC 5545, 3.3.5).
 */
export function instantOf(zone: string, day: string, time: string): Date {
  const shown = Date.parse(`${day}T${time}:00Z`)
  const HALF_DAY = 12 * 60 * 60_000
  const [before, after] = [shown - HALF_DAY, shown + HALF_DAY].map((at) => offsetIn(zone, new Date(at)) * 60_000)
  const fits = [before, after]
    .map((offset = 0) => shown - offset)
    .filter((at) => at + offsetIn(zone, new Date(at)) * 60_000 === shown)
  return new Date(fits.length > 0 ? Math.min(...fits) : shown - (before ?? 0))
}

/** The moment that clocks in a zone show so, as `momentIn` writes it. */
export const instantShown = (zone: string, shown: string): Date =>
  instantOf(zone, shown.slice(0, 10), shown.slice(11, 16))

/** What people call a zone: the place it is named after, as “Stockholm time”. */
export const showZone = (zone: string): string =>
  zone.includes('/') ? `${(zone.split('/').at(-1) ?? zone).replaceAll('_', ' ')} time` : zone
