import Negotiator from 'negotiator'
import { chooseLanguage } from '@/core/language/choose'
import { LANGUAGE_TAGS, languageOf, speak } from '@/core/language/languages'
import type { Language, Speech } from '@/core/language/texts'

/** What a request says of languages. */
type AskedOf = Pick<Request, 'url' | 'headers'>

/** Stands in a form's address for the language it is to be read in. */
const PARAMETER = 'lang'

/**
 * The languages that a request asks for (BCP 47), the most wanted first: what the page it comes from says it is in,
 * what its address says, and what its browser prefers (RFC 9110, 12.5.4).
 */
export function languagesWanted(request: AskedOf, page?: string | null): string[] {
  const asked = new URL(request.url).searchParams.get(PARAMETER)
  return [page, asked, ...languagesAccepted(request)].filter((tag) => typeof tag === 'string' && tag !== '') as string[]
}

/** What a request’s browser prefers (RFC 9110, 12.5.4). */
export function languagesAccepted({ headers }: Pick<Request, 'headers'>): string[] {
  const accepted = new Negotiator({ headers: { 'accept-language': headers.get('accept-language') ?? '' } })
  return accepted.languages().filter((tag) => tag !== '*')
}

/** The language of what is said where there is no form. */
export const languageFor = (request: AskedOf): Language =>
  languageOf(chooseLanguage(LANGUAGE_TAGS, languagesWanted(request)).tag)

/** How it is said. */
export function speechFor(request: AskedOf): Speech {
  const { tag, locale } = chooseLanguage(LANGUAGE_TAGS, languagesWanted(request))
  return speak(tag, locale)
}
