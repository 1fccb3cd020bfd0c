import type { Answer } from '../answers/answer'
import { isDay } from '../answers/day'
import { type RecordField, rulesOfField } from '../fields/field'
import { ANY_EMAIL, rules as email } from '../kinds/email'
import { rules as phone } from '../kinds/phone'
import { foldCase } from '../logic/fold_case'
import type { ImportPlan } from './import_plan'

/** What a cell says, as a field stores it, or what is wrong with it. */
export type ReadCell = { ok: true; value: Answer } | { ok: false; why: string }

const right = (value: Answer): ReadCell => ({ ok: true, value })
const wrong = (why: string): ReadCell => ({ ok: false, why })

/** In the languages that Lichen speaks, and as programs write it. */
const YES = new Set('yes y true 1 x on ja j oui o sí si s tak t sim نعم ✓ ✔'.split(' '))
const NO = new Set('no n false 0 off nein non nie não nao لا - ✗'.split(' '))

/** Whether a cell says yes or no; `null` where it says neither. A blank says no. */
export function readYesNo(text: string): boolean | null {
  const folded = foldCase(text.trim())
  return YES.has(folded) ? true : folded === '' || NO.has(folded) ? false : null
}

/**
 * Reads a cell that is not blank for a field: numbers and dates as they are written in Europe and America, choices by
 * their value or their label, phones in E.164.
 */
export function readCell(field: RecordField, cell: string, { country, dates }: ImportPlan): ReadCell {
  const text = cell.trim()
  if (field.record === 'contact' && field.name === 'email') return readEmail(text)
  switch (field.type) {
    case 'text':
    case 'long_text':
      return right(text)
    case 'number':
    case 'money': {
      const number = readNumber(text)
      return number === null ? wrong('is no number') : right(number)
    }
    case 'yes_no': {
      const answer = readYesNo(text)
      return answer === null ? wrong('is neither yes nor no') : right(answer)
    }
    case 'date': {
      const day = readDay(text, dates)
      return day === null ? wrong('is no date that is on the calendar') : right(day)
    }
    case 'choice': {
      const chosen = choose(field, text)
      return chosen === null ? wrong('is none of the choices') : right(chosen)
    }
    case 'several_choices': {
      const chosen = partsOfCell(text).map((part) => choose(field, part))
      return chosen.some((one) => one === null)
        ? wrong('has something that is none of the choices')
        : right(chosen.filter((one) => one !== null))
    }
    case 'phone': {
      const checked = phone.check(text, { country })
      return checked.ok ? right(checked.answer) : wrong('is no phone number')
    }
    case 'link': {
      const link = /^https?:\/\//i.test(text) ? text : `https://${text}`
      return rulesOfField('link').takes(link, []) && /\.\p{L}/u.test(link)
        ? right(link)
        : wrong('is no address of a page')
    }
    case 'person':
      return readEmail(text)
  }
}

function readEmail(text: string): ReadCell {
  const checked = email.check(text.replace(/^mailto:/i, ''), ANY_EMAIL)
  return checked.ok && checked.answer !== null ? right(checked.answer) : wrong('is no email address')
}

/** What a cell that holds several things holds, one by one. */
export const partsOfCell = (text: string): string[] =>
  text
    .split(/[,;|\n]/)
    .map((part) => part.trim())
    .filter((part) => part !== '')

const choose = ({ options }: RecordField, text: string): string | null =>
  options.find(({ value }) => value === text)?.value ??
  options.find(({ value, label }) => [foldCase(label), foldCase(value)].includes(foldCase(text)))?.value ??
  null

/** Thousands parted by one sort of mark, and what comes after another. */
const GROUPED = /^([+-]?[1-9]\d{0,2}(?:([.,])\d{3})(?:\2\d{3})*)(?:(?!\2)[.,](\d+))?$/
const PLAIN = /^([+-]?\d+)(?:[.,](\d+))?$/

/**
 * A number as it is written: 1234.5, 1 234,50, 1,234.50, € 12, (7) for what is owed. A lone comma or point before just
 * three figures parts thousands.
 */
export function readNumber(text: string): number | null {
  const bare = text.replace(/[\s\u00a0\u202f'’\p{Sc}]/gu, '').replace(/^\((.*)\)$/, '-$1')
  const grouped = GROUPED.exec(bare)
  const [whole, rest] = grouped ? [grouped[1], grouped[3]] : (PLAIN.exec(bare) ?? []).slice(1)
  if (whole === undefined) return null
  const number = Number(`${whole.replace(/[.,]/g, '')}.${rest ?? 0}`)
  return Number.isFinite(number) ? number : null
}

/** A day as it is written: 2026-11-29, 29.11.2026, 29/11/26; with a time, the day of it. */
export function readDay(text: string, order: ImportPlan['dates']): string | null {
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[T ].*)?$/.exec(text)
  if (iso) return asDay(iso[1], iso[2], iso[3])
  const parts = /^(\d{1,2})[-/.\s](\d{1,2})[-/.\s](\d{4}|\d{2})(?:\s.*)?$/.exec(text)
  if (!parts) return null
  const [, one, two, year] = parts
  // Points are nobody’s but those who write the day first.
  const isDayFirst = order === 'day first' || text.includes('.')
  return isDayFirst ? asDay(year, two, one) : asDay(year, one, two)
}

/** A moment as programs write it (ISO 8601), or a day, of which it is the beginning (UTC); `null` for none, and for one to come. */
export function readMoment(text: string, order: ImportPlan['dates'], now: Date): string | null {
  const isMoment = /^\d{4}-\d\d-\d\dT\d\d:\d\d(?::\d\d(?:\.\d+)?)?(?:Z|[+-]\d\d:\d\d)$/.test(text)
  const day = isMoment ? null : readDay(text, order)
  const at = new Date(isMoment ? text : `${day}T00:00:00Z`)
  return (isMoment || day !== null) && at <= now ? at.toISOString() : null
}

/** Years of two figures are of the hundred years that end in 2049. */
function asDay(year = '', month = '', day = ''): string | null {
  const whole = year.length === 2 ? `${Number(year) < 50 ? '20' : '19'}${year}` : year
  const text = `${whole}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`
  return isDay(text) ? text : null
}
