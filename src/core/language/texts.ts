// English defines the keys of all texts, so that it and their type know each other.
// oxlint-disable-next-line import/no-cycle
import type { texts as english } from './languages/en'

/** A text in the forms that a language has for numbers, by their names in CLDR; `other` is there in all of them. */
type Plural = Partial<Record<Intl.LDMLPluralRule, string>> & { other: string }

export type Text = string | Plural

/** Every text that visitors read and that is ours, not the form's. */
export type TextKey = keyof typeof english

/** A language as its file says it. */
export interface LanguageFile {
  /** BCP 47, without a region. */
  tag: string
  /** The same with the region whose days and numbers are meant where nothing is known of the visitor. */
  usual: string
  /** What its speakers call it. */
  name: string
  direction: 'ltr' | 'rtl'
  /** `{name}` stands for what is told; where a text has plurals, the first number told chooses among them. */
  texts: Record<string, Text>
}

export interface Language extends LanguageFile {
  texts: Record<TextKey, Text>
}

/** A text within a text. */
interface Told {
  text: TextKey
  told?: Readonly<Record<string, string | number>>
}

/** What a text tells. */
export type Telling = Readonly<Record<string, string | number | Told | undefined>>

/** What is needed to speak: a visitor's page has few texts. */
export interface Words {
  /** BCP 47 with the region, where it is known: days, numbers, money and lists are told as people do there. */
  locale: string
  texts: Partial<Record<TextKey, Text>>
}

/** How a visitor is spoken to. */
export class Speech implements Words {
  readonly locale: string
  readonly texts: Words['texts']

  constructor({ locale, texts }: Words) {
    this.locale = locale
    this.texts = texts
  }

  /** Writes a text. A key that there is no text for is written as it is: nothing fails for a missing word. */
  tell(key: TextKey, told: Telling = {}): string {
    const text = this.texts[key] ?? key
    return (typeof text === 'string' ? text : this.inForm(text, told)).replace(/\{(\w+)\}/g, (_, name: string) => {
      const value = told[name] ?? ''
      if (typeof value === 'object') return this.tell(value.text, value.told)
      return typeof value === 'number' ? this.number(value) : value
    })
  }

  private inForm(plural: Plural, told: Telling): string {
    const count = Object.values(told).find((value) => typeof value === 'number') ?? 1
    return plural[new Intl.PluralRules(this.locale).select(count)] ?? plural.other
  }

  /**
   * A number as people write it there. Groups of digits are set apart from five digits on: years and house numbers
   * stay in one piece.
   */
  number(number: number, maximumFractionDigits = 20, useGrouping: 'min2' | false = 'min2'): string {
    return new Intl.NumberFormat(this.locale, { maximumFractionDigits, useGrouping }).format(number)
  }

  /** Several in one line, set apart as people do there. */
  list(items: readonly string[]): string {
    return new Intl.ListFormat(this.locale, { type: 'unit', style: 'short' }).format(items)
  }
}

/** Nobody is spoken to, as where answers are read again that were taken before: texts are told by their keys. */
export const SILENT = new Speech({ locale: 'en-GB', texts: {} })
