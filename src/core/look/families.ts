/** The families of letters that pages can be set in, all shipped with Lichen and served by it. */

export interface Family {
  title: string
  /** What it is like, in a few words. */
  manner: string
  /** What a browser calls it. */
  css: string
  /** What it falls back to until it is there, and for letters it does not have. */
  fallback: 'sans-serif' | 'serif' | 'monospace'
  /** Lightest and heaviest weight that it has (CSS Fonts 4). */
  weights: readonly [least: number, most: number]
}

export const FAMILIES = {
  public_sans: {
    title: 'Public Sans',
    manner: 'neutral',
    css: 'Public Sans Variable',
    fallback: 'sans-serif',
    weights: [100, 900],
  },
  atkinson: {
    title: 'Atkinson Hyperlegible',
    manner: 'easiest to read',
    css: 'Atkinson Hyperlegible Next Variable',
    fallback: 'sans-serif',
    weights: [200, 800],
  },
  nunito: { title: 'Nunito', manner: 'rounded', css: 'Nunito Variable', fallback: 'sans-serif', weights: [200, 1000] },
  sora: { title: 'Sora', manner: 'wide, geometric', css: 'Sora Variable', fallback: 'sans-serif', weights: [100, 800] },
  bricolage: {
    title: 'Bricolage Grotesque',
    manner: 'lively, inked',
    css: 'Bricolage Grotesque Variable',
    fallback: 'sans-serif',
    weights: [200, 800],
  },
  oswald: {
    title: 'Oswald',
    manner: 'narrow, loud',
    css: 'Oswald Variable',
    fallback: 'sans-serif',
    weights: [200, 700],
  },
  fraunces: {
    title: 'Fraunces',
    manner: 'soft old style',
    css: 'Fraunces Variable',
    fallback: 'serif',
    weights: [100, 900],
  },
  literata: {
    title: 'Literata',
    manner: 'a book’s',
    css: 'Literata Variable',
    fallback: 'serif',
    weights: [200, 900],
  },
  bitter: { title: 'Bitter', manner: 'slab', css: 'Bitter Variable', fallback: 'serif', weights: [100, 900] },
  spline_mono: {
    title: 'Spline Sans Mono',
    manner: 'of one width',
    css: 'Spline Sans Mono Variable',
    fallback: 'monospace',
    weights: [300, 700],
  },
} as const satisfies Record<string, Family>

export type FamilyName = keyof typeof FAMILIES

export const FAMILY_NAMES = Object.keys(FAMILIES) as [FamilyName, ...FamilyName[]]

/** Where no family has the letters of a script, this one does. */
export const ARABIC = 'Readex Pro Variable'

/** What CSS is told of a family. */
export function stackOf(name: FamilyName): string {
  const { css, fallback } = FAMILIES[name]
  return `'${css}','${ARABIC}',${fallback === 'sans-serif' ? 'system-ui,' : ''}${fallback}`
}

/** The same for a page in Arabic: a family is not fetched for the few words, numbers and signs of others on it. */
export const ARABIC_STACK = `'${ARABIC}',system-ui,sans-serif`

/** The weight nearest to one that a family has. */
export function weightIn(name: FamilyName, weight: number): number {
  const [least, most] = FAMILIES[name].weights
  return Math.min(most, Math.max(least, weight))
}
