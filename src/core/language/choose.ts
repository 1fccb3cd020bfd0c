import { languageOf } from './languages'

/** The language that a visitor is spoken to in, and the region whose days and numbers are meant. */
export interface Chosen {
  tag: string
  locale: string
}

/** A tag as BCP 47 writes it; `null` for what is none. */
function canonical(tag: string): string | null {
  try {
    return Intl.getCanonicalLocales(tag)[0] ?? null
  } catch {
    return null
  }
}

const baseOf = (tag: string): string => tag.split('-')[0] ?? tag

/**
 * The first wanted tag whose language is offered, else the first that is offered. A region is taken from what is
 * wanted: whoever wants `de-AT` reads `de`, with Austrian days and numbers (after the lookup of RFC 4647, 3.4).
 */
export function chooseLanguage(offered: readonly string[], wanted: readonly string[]): Chosen {
  for (const one of wanted) {
    const tag = canonical(one)
    const found = tag === null ? undefined : offered.find((other) => baseOf(other) === baseOf(tag))
    if (tag !== null && found !== undefined) return { tag: found, locale: regional(tag, wanted) ?? usual(found) }
  }
  const [first = 'en'] = offered
  return { tag: first, locale: usual(first) }
}

/** The first of the wanted tags that says the same language with a region. */
const regional = (tag: string, wanted: readonly string[]): string | null =>
  wanted
    .flatMap((one) => canonical(one) ?? [])
    .find((one) => baseOf(one) === baseOf(tag) && new Intl.Locale(one).region !== undefined) ?? null

const usual = (tag: string): string => languageOf(tag).usual
