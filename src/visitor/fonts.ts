import { shareLetters } from '@/core/language/languages'
import type { FamilyName } from '@/core/look/families'
import type { Theme } from '@/core/look/theme'

/** One part of a family of letters, as it lies in `public/`. */
export interface FontFile {
  family: string
  /** `latin`, `latin-ext` or `arabic`. */
  part: string
  file: string
  /** Lightest and heaviest weight. */
  weights: string
  /** The characters in it, as CSS writes them. */
  range: string
}

/** Every family, and the one for Arabic, which stands behind each. */
export type Fonts = Record<FamilyName | 'arabic', FontFile[]>

const faceOf = ({ family, file, weights, range }: FontFile): string =>
  `@font-face{font-family:'${family}';src:url(/${file}) format('woff2');font-weight:${weights};font-display:swap;unicode-range:${range}}`

/** The families of a theme, each once. */
const familiesOf = ({ family, headingFamily }: Theme): FamilyName[] => [...new Set([family, headingFamily])]

/** What a style sheet says so that the letters of these families are found. */
export const facesCss = (fonts: Fonts, families: readonly FamilyName[]): string =>
  [...families.flatMap((name) => fonts[name]), ...fonts.arabic].map(faceOf).join('')

export const themeFacesCss = (fonts: Fonts, theme: Theme): string => facesCss(fonts, familiesOf(theme))

/** The files that every page in this theme and language will need, so that they are asked for at once. */
export const firstFonts = (fonts: Fonts, theme: Theme, language: string): string[] =>
  shareLetters(language, 'ar')
    ? fonts.arabic.map(({ file }) => file)
    : familiesOf(theme).flatMap((name) => fonts[name].filter(({ part }) => part === 'latin').map(({ file }) => file))
