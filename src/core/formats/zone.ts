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

/** The time of day of a moment in a zone: “09:05”. */
export const showTime = (zone: string, at: Date): string =>
  formatOf({ timeZone: zone, hour: '2-digit', minute: '2-digit' }).format(at)

/** A moment as ISO 8601 has it in a zone, with the zone's offset: `2026-11-25T09:05:00.000+01:00`. */
export function isoIn(zone: string, at: Date): string {
  // The offset comes as “GMT+01:00”, and as “GMT” for none.
  const name = formatOf({ timeZone: zone, timeZoneName: 'longOffset' })
    .formatToParts(at)
    .find(({ type }) => type === 'timeZoneName')
  const [, sign = '+', hours = '00', minutes = '00'] = /GMT([+-])(\d\d):(\d\d)/.exec(name?.value ?? '') ?? []
  const offset = (Number(hours) * 60 + Number(minutes)) * (sign === '-' ? -1 : 1)
  const local = new Date(at.getTime() + offset * 60_000).toISOString().slice(0, -1)
  return `${local}${sign}${hours}:${minutes}`
}

/** What people call a zone: the place it is named after, as “Stockholm time”. */
export const showZone = (zone: string): string =>
  zone.includes('/') ? `${(zone.split('/').at(-1) ?? zone).replaceAll('_', ' ')} time` : zone
