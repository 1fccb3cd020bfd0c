import { type Answer, isList } from '../answers/answer'
import { isDay } from '../answers/day'
import type { Domain } from '../answers/kind'
import { type FieldType, rulesOfField } from './field'
import { partName } from './name_parts'

/** Ways of making one sort of value of another, for landings whose value and field do not fit. */
export const TRANSLATIONS = [
  'year',
  'month',
  'day_of_month',
  'number',
  'digits',
  'lower',
  'upper',
  'first_said',
  'given_name',
  'family_name',
  'count',
  'first',
  'only',
  'link',
  'links',
  'is_given',
] as const

export type Translation = (typeof TRANSLATIONS)[number]

interface TranslationRules {
  words: string
  from: readonly Domain['is'][]
  to: readonly FieldType[]
  /** `null` where it cannot be made of that, `''` where there is nothing of it. */
  apply(value: Answer): Answer
}

const ofText = { from: ['text'], to: ['text', 'long_text'] } as const

/** What becomes of a text; `''` where it says nothing of that. */
const apart =
  (become: (text: string) => string) =>
  (value: Answer): Answer =>
    typeof value === 'string' ? become(value) : null

const RULES: Record<Translation, TranslationRules> = {
  year: {
    words: 'its year',
    from: ['day'],
    to: ['number'],
    apply: (value) => (isDay(value) ? Number(value.slice(0, 4)) : null),
  },
  month: {
    words: 'its month',
    from: ['day'],
    to: ['number'],
    apply: (value) => (isDay(value) ? Number(value.slice(5, 7)) : null),
  },
  day_of_month: {
    words: 'its day of the month',
    from: ['day'],
    to: ['number'],
    apply: (value) => (isDay(value) ? Number(value.slice(8, 10)) : null),
  },
  number: {
    words: 'as the number it says',
    from: ['text'],
    to: ['number', 'money'],
    apply: (value) => (typeof value === 'string' ? readNumber(value) : null),
  },
  digits: {
    words: 'as bare digits',
    from: ['number'],
    to: ['text', 'long_text'],
    apply: (value) => (typeof value === 'number' ? String(value) : null),
  },
  lower: { words: 'in small letters', ...ofText, apply: apart((text) => text.toLowerCase()) },
  upper: { words: 'in capitals', ...ofText, apply: apart((text) => text.toUpperCase()) },
  first_said: {
    words: 'the first of what it lists',
    ...ofText,
    apply: apart(
      (text) =>
        text
          .split(/[,;\n\u060c\uff0c]/)
          .find((part) => part.trim() !== '')
          ?.trim() ?? '',
    ),
  },
  given_name: { words: 'the first names in it', ...ofText, apply: apart((text) => partName(text).given) },
  family_name: { words: 'the last name in it', ...ofText, apply: apart((text) => partName(text).family) },
  count: {
    words: 'how many were chosen',
    from: ['some of'],
    to: ['number'],
    apply: (value) => (isList(value) ? value.length : null),
  },
  first: {
    words: 'the first that was chosen',
    from: ['some of'],
    to: ['choice'],
    apply: (value) => (isList(value) ? (value[0] ?? null) : null),
  },
  only: {
    words: 'as the only choice',
    from: ['one of'],
    to: ['several_choices'],
    apply: (value) => (typeof value === 'string' ? [value] : null),
  },
  link: {
    words: 'a link to the first file',
    from: ['files'],
    to: ['link', 'text'],
    apply: (value) => (isList(value) ? (value[0] ?? null) : null),
  },
  links: {
    words: 'links to all files',
    from: ['files'],
    to: ['text', 'long_text'],
    apply: (value) => (isList(value) ? value.join('\n') : null),
  },
  is_given: {
    words: 'whether it was answered',
    from: ['one of', 'some of', 'number', 'day', 'time', 'text', 'files', 'record'],
    to: ['yes_no'],
    apply: () => true,
  },
}

/** The number that a text is, and nothing beside it. “1,234” is a thousand to some and one to others, and so none. */
function readNumber(text: string): Answer {
  if (/^\s*[-+]?[1-9]\d{0,2}[.,]\d{3}\s*$/.test(text)) return null
  const plain = text
    .trim()
    .replace(/[\s\u00a0\u202f'’](?=\d{3}(?:\D|$))/g, '')
    .replace(',', '.')
  return /^[-+]?\d{1,15}(?:\.\d{1,6})?$/.test(plain) ? Number(plain) : null
}

export const rulesOfTranslation = (translation: Translation): TranslationRules => RULES[translation]

/** Whether values of a domain land in a field of a type without translation: as they are, or in words. */
export const landsPlainly = (domain: Domain, type: FieldType): boolean => {
  const { stores, inWords } = rulesOfField(type)
  return inWords === true || stores.includes(domain.is)
}

/** The translations that would make values of a domain land in a field of a type. */
export const translationsFor = (domain: Domain, type: FieldType): Translation[] =>
  TRANSLATIONS.filter((translation) => {
    const { from, to } = RULES[translation]
    return from.includes(domain.is) && to.includes(type)
  })
