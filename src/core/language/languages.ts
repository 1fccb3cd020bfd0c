import { FluentSpeech } from './fluent'
import { ar } from './languages/ar'
import { de } from './languages/de'
import { en, texts } from './languages/en'
import { es } from './languages/es'
import { fr } from './languages/fr'
import { pl } from './languages/pl'
import { pt } from './languages/pt'
import type { Language, Speech } from './texts'

/** English, in which the studio speaks, and whatever is not said to one visitor. */
const english: Language = { ...en, texts }

/** Languages that visitors can be spoken to in: one more is one more file in `languages/`, and a word here. */
export const LANGUAGES: readonly Language[] = [english, de, fr, es, pt, pl, ar]

export const LANGUAGE_TAGS = LANGUAGES.map(({ tag }) => tag)

/** The language of a tag; English for one that there is not, as an older form may have. */
export const languageOf = (tag: string): Language => LANGUAGES.find((one) => one.tag === tag) ?? english

/** What specialists call a language, with its region where the tag has one. */
export const nameInEnglish = (tag: string): string => new Intl.DisplayNames('en', { type: 'language' }).of(tag) ?? tag

/** Whether two languages are written with the same letters, as far as CLDR's likely subtags tell. */
export const shareLetters = (one: string, other: string): boolean => lettersOf(one) === lettersOf(other)

const lettersOf = (tag: string) => new Intl.Locale(tag).maximize().script

const usually = new Map<Language, Speech>()

/** How a language is spoken where nothing is known of the visitor's region, or in a region of theirs. */
export const speak = (tag: string, locale?: string): Speech => {
  const language = languageOf(tag)
  const { usual, texts } = language
  if (locale !== undefined && locale !== usual) return new FluentSpeech({ locale, texts })
  const spoken = usually.get(language) ?? new FluentSpeech({ locale: usual, texts })
  usually.set(language, spoken)
  return spoken
}

/** The same by a locale that was kept (BCP 47), in English where none was. */
export const speakIn = (locale: string | null): Speech =>
  locale === null ? ENGLISH : speak(new Intl.Locale(locale).language, locale)

/** How the studio tells what visitors answered. */
export const ENGLISH: Speech = speak('en')
