import { createHash } from 'node:crypto'
import { copyFile, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { ARABIC, FAMILIES, FAMILY_NAMES } from '@/core/look/families'
import type { FontFile, Fonts } from '@/visitor/fonts'

/** The parts of a family that pages in our languages need: a browser gets one once a letter of it is there. */
const LATIN = ['latin', 'latin-ext']

/** Copies the letters that pages are set in to `public/`, named by their contents. */
export async function buildFonts(): Promise<Fonts> {
  const latin = await Promise.all(
    FAMILY_NAMES.map(async (name) => [name, await copyFamily(FAMILIES[name].css, LATIN)] as const),
  )
  return { ...Object.fromEntries(latin), arabic: await copyFamily(ARABIC, ['arabic']) } as Fonts
}

/** What Fontsource writes of one part of a family. */
const FACE = /\/\* [\w-]+?-(?<part>latin|latin-ext|arabic)-wght-normal \*\/\s*@font-face \{(?<rules>[^}]+)\}/g

async function copyFamily(css: string, parts: readonly string[]): Promise<FontFile[]> {
  const folder = `node_modules/@fontsource-variable/${css.replace(' Variable', '').toLowerCase().replaceAll(' ', '-')}`
  const sheet = await readFile(join(folder, 'index.css'), 'utf8')
  const faces = [...sheet.matchAll(FACE)].filter(({ groups }) => parts.includes(groups?.part ?? ''))
  if (faces.length !== parts.length) throw new Error(`${folder} does not have ${parts.join(' and ')}`)
  return Promise.all(
    faces.map(async ({ groups: { part = '', rules = '' } = {} }) => {
      const told = (what: string) => new RegExp(`${what}:\\s*([^;]+);`).exec(rules)?.[1] ?? ''
      const from = join(folder, /url\(\.\/([^)]+)\)/.exec(rules)?.[1] ?? '')
      const hash = createHash('sha256')
        .update(await readFile(from))
        .digest('hex')
      const file = `visitor-font-${css.replaceAll(' ', '')}-${part}-${hash.slice(0, 8)}.woff2`
      await copyFile(from, join('public', file))
      return { family: css, part, file, weights: told('font-weight'), range: told('unicode-range') }
    }),
  )
}
