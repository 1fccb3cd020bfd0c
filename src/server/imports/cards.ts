import type { Readable } from 'node:stream'
import ICAL from 'ical.js'

/** What stands over the columns that cards are read into: what most of them say (RFC 6350, 6). */
export const CARD_HEADS = [
  'Email',
  'First name',
  'Last name',
  'Company',
  'Job title',
  'Phone',
  'Street',
  'City',
  'Postal code',
  'Country',
  'Web',
  'Birthday',
  'Note',
] as const

/** Longest card that is read, in characters: pictures in them are passed over with the rest. */
const LONGEST = 4_000_000

/** The cards of a text, one after another. */
export async function* splitCards(text: Readable): AsyncGenerator<string> {
  let rest = ''
  for await (const piece of text) {
    rest += String(piece)
    for (let end = endOf(rest); end > 0; end = endOf(rest)) {
      yield rest.slice(0, end)
      rest = rest.slice(end)
    }
    if (rest.length > LONGEST) throw new Error('A card is longer than 4 million letters.')
  }
}

const endOf = (text: string): number => {
  const end = /^END:VCARD[ \t]*(?:\r?\n|$)/im.exec(text)
  return end ? end.index + end[0].length : 0
}

type Parsed = [name: string, parameters: Record<string, string | string[]>, type: string, ...values: unknown[]]

/** A card in cells, as `CARD_HEADS` names them; what cannot be read of it is a row of one cell that says so. */
export function readCard(card: string): string[] {
  const properties = parse(card.trim())
  if (!properties) return [card.slice(0, 200)]
  const all = (name: string) => properties.filter(([property]) => property === name)
  const first = (name: string): unknown[] => (preferred(all(name)) ?? []).slice(3)
  const text = (value: unknown): string =>
    Array.isArray(value) ? value.map(text).filter(Boolean).join(' ') : String(value ?? '')
  const names = parts(first('n'))
  const whole = text(first('fn')[0])
  const address = parts(first('adr'))
  return [
    text(first('email')[0]),
    text(names[1]) || (names.length === 0 ? whole.split(' ').slice(0, -1).join(' ') || whole : ''),
    text(names[0]) || (names.length === 0 && whole.includes(' ') ? (whole.split(' ').at(-1) ?? '') : ''),
    text(parts(first('org'))[0]),
    text(first('title')[0]),
    text(first('tel')[0]).replace(/^tel:/i, ''),
    text(address[2]),
    text(address[3]),
    text(address[5]),
    text(address[6]),
    text(first('url')[0]),
    text(first('bday')[0]),
    text(first('note')[0]),
  ]
}

/** The parts of a structured value. */
const parts = (values: unknown[]): unknown[] => (Array.isArray(values[0]) ? values[0] : values)

/** Of several of one sort the preferred one, or the first. */
function preferred(all: readonly Parsed[]): Parsed | undefined {
  const rank = ([, parameters]: Parsed): number => {
    const pref = Number(parameters.pref ?? 101)
    return [parameters.type ?? []].flat().some((type) => /pref/i.test(type)) ? 0 : pref
  }
  return all.toSorted((a, b) => rank(a) - rank(b))[0]
}

function parse(card: string): Parsed[] | null {
  try {
    const [, properties] = ICAL.parse(card) as [string, Parsed[]]
    return properties
  } catch {
    return null
  }
}
