import type { Speech } from './texts'

/**
 * Numbers as people write them in a box, and as HTML writes them (`1234.5`, WHATWG HTML, 2.3.4.3), which is how
 * everything behind the box has them. Signs are CLDR's: a comma or a point for either use, and the Arabic ones.
 */

/** A valid floating-point number as the WHATWG HTML standard defines it. */
export const VALID_NUMBER = /^-?(?:\d+|\d*\.\d+)(?:[eE][-+]?\d+)?$/

/** Arabic digits, eastern ones too. In both blocks of Unicode the last four bits are the digit. */
const NATIVE = /[٠-٩۰-۹]/g
/** Marks of direction, which are written beside a number and mean nothing. */
const MARKS = /[\u061c\u200e\u200f]/g
/** Thousands set apart by spaces and apostrophes, which mean nothing else. */
const GAPS = /(\d)[\s’'](?=\d{3}(?!\d))/g
const SIGNS = /[.,،٫٬]/g
/** Digits set apart by one sign: by threes, or as in India by twos before the last three. */
const GROUPED = /^-?[1-9]\d{0,2}(?=([.,،٬]))(?:\1\d{2,3})*\1\d{3}$/

/**
 * What was typed for a number, as HTML writes it. A sign that stands once is the decimal sign, unless three digits
 * stand behind it and people there write another one. What is no number stays as it was typed.
 */
export function readNumber(typed: unknown, speech: Speech): unknown {
  if (typeof typed !== 'string') return typed
  const text = typed
    .trim()
    .replace(MARKS, '')
    .replace(NATIVE, (digit) => String(digit.charCodeAt(0) & 15))
    .replace('−', '-')
    .replace(GAPS, '$1')
  const [last, ...before] = text.match(SIGNS)?.reverse() ?? []
  if (!last) return text
  const decimal = speech.number(1.5)[1]
  if (GROUPED.test(text) && (before.length > 0 || last !== decimal)) return text.replace(SIGNS, '')
  const at = text.lastIndexOf(last)
  const whole = text.slice(0, at)
  if (before.length > 0 && (before.includes(last) || !GROUPED.test(whole))) return typed
  return `${whole.replace(SIGNS, '')}.${text.slice(at + 1)}`
}

/** The same as people there write it into a box: with their digits and their decimal sign, in one piece. */
export const writeNumber = (value: unknown, speech: Speech): unknown =>
  VALID_NUMBER.test(String(value)) ? speech.number(Number(value), 20, false) : value
