import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { LRUCache } from 'lru-cache'
import sharp from 'sharp'
import { cutText } from '@/core/formats/text'
import type { Language } from '@/core/language/texts'
import { FAMILIES, type FamilyName } from '@/core/look/families'
import { SHARE_SIZE } from '@/core/look/share_size'
import { hasSheet, type Theme } from '@/core/look/theme'

/** The picture that a link to a form is shown with, in its look. */

export interface SharePicture {
  theme: Theme
  title: string
  /** What the form says of itself. */
  text: string
  language: Language
}

/** What a picture is told apart by: it has the same for as long as it looks the same. */
export const markOfShare = ({ theme, title, text, language }: SharePicture): string =>
  createHash('sha256')
    .update(JSON.stringify([DRAWN, theme, title, text, language.tag]))
    .digest('hex')
    .slice(0, 12)

/** How it is drawn; another number where that changes. */
const DRAWN = 1
const kept = new LRUCache<string, Promise<Buffer>>({ max: 200 })

/** Draws it, once for as long as it is asked for again and again. */
export function drawShare(picture: SharePicture): Promise<Buffer> {
  const mark = markOfShare(picture)
  const known = kept.get(mark)
  if (known) return known
  const drawn = draw(picture)
  kept.set(mark, drawn)
  drawn.catch(() => kept.delete(mark))
  return drawn
}

const MARGIN = 110
const INNER = SHARE_SIZE.width - 2 * MARGIN
/** Sizes of the title, in pixels, the first of which does that leaves it as tall as it may be. */
const SIZES = [84, 72, 60, 50, 42, 34, 28]
const TALLEST = { title: 300, text: 130 }

async function draw({ theme, title, text, language }: SharePicture): Promise<Buffer> {
  const { colours, family, headingFamily, headingWeight } = theme
  const heading = await fit(SIZES, TALLEST.title, (size) =>
    write(title, { family: headingFamily, weight: headingWeight, size, colour: colours.text, language }),
  )
  const about =
    text === ''
      ? null
      : await fit([32, 28, 24], TALLEST.text, (size) =>
          write(cutText(text, 220), { family, weight: 400, size, colour: colours.soft, language }),
        )
  const height = heading.info.height + (about ? about.info.height + 60 : 30)
  const top = Math.round((SHARE_SIZE.height - height) / 2)
  const place = ({ data, info }: Written, at: number) => ({
    input: data,
    top: at,
    left: language.direction === 'rtl' ? SHARE_SIZE.width - MARGIN - info.width : MARGIN,
  })
  const below = top + heading.info.height + 30
  return sharp(Buffer.from(groundOf(theme, below, language.direction === 'rtl')))
    .composite([place(heading, top), ...(about ? [place(about, below + 30)] : [])])
    .png({ palette: true })
    .toBuffer()
}

/** What is behind the words: ground, sheet, the band along the top, and a line in the colour of buttons. */
function groundOf({ colours, angle, band, sheet, sheetRadius }: Theme, line: number, fromRight: boolean): string {
  const { width, height } = SHARE_SIZE
  const ground = colours.groundTo
    ? `<defs><linearGradient id="g" gradientTransform="rotate(${angle - 90} 0.5 0.5)"><stop stop-color="${colours.ground}"/><stop offset="1" stop-color="${colours.groundTo}"/></linearGradient></defs><rect width="100%" height="100%" fill="url(#g)"/>`
    : `<rect width="100%" height="100%" fill="${colours.ground}"/>`
  const paper = hasSheet({ sheet })
    ? `<rect x="50" y="50" width="${width - 100}" height="${height - 100}" rx="${sheetRadius}" fill="${colours.sheet}"/>`
    : ''
  const edge = band > 0 ? `<rect width="100%" height="${2 * band}" fill="${colours.accent}"/>` : ''
  const rule = `<rect x="${fromRight ? width - MARGIN - 120 : MARGIN}" y="${line}" width="120" height="8" fill="${colours.accent}"/>`
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${ground}${paper}${edge}${rule}</svg>`
}

interface Written {
  data: Buffer
  info: { width: number; height: number }
}

/** Writes in the largest of these sizes in which it is no taller than it may be; the smallest is cut. */
async function fit(
  sizes: readonly number[],
  tallest: number,
  writeIn: (size: number) => Promise<Written>,
): Promise<Written> {
  for (const size of sizes) {
    const written = await writeIn(size)
    if (written.info.height <= tallest) return written
    if (size !== sizes.at(-1)) continue
    const { width } = written.info
    const data = await sharp(written.data).extract({ left: 0, top: 0, width, height: tallest }).toBuffer()
    return { data, info: { width, height: tallest } }
  }
  throw new Error('There is no size to write in')
}

interface Letters {
  family: FamilyName
  weight: number
  size: number
  colour: string
  language: Language
}

/** Writes a text, broken into lines, with nothing behind it. */
async function write(text: string, { family, weight, size, colour, language }: Letters): Promise<Written> {
  const faces = await loadLetters(family)
  return sharp({
    text: {
      text: `<span face="${faces.join(',')}" weight="${weight}" foreground="${colour}">${escaped(text)}</span>`,
      font: `${faces[0] ?? 'Sans'} ${size}`,
      width: INNER,
      wrap: 'word-char',
      align: language.direction === 'rtl' ? 'right' : 'left',
      dpi: 72,
      rgba: true,
    },
  })
    .png()
    .toBuffer({ resolveWithObject: true })
}

/** A text as Pango’s markup has it. */
const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')

interface Letter {
  family: string
  file: string
  name: string
}

const FOLDER = join(process.cwd(), 'build', 'letters')
let known: Letter[] | undefined
const loaded = new Set<string>()

/** Has a family’s letters, and those for Arabic, at hand; gives what they are called. */
async function loadLetters(family: FamilyName): Promise<string[]> {
  known ??= JSON.parse(readFileSync(join(FOLDER, 'letters.json'), 'utf8')) as Letter[]
  const wanted = known.filter((one) => one.family === FAMILIES[family].css || one.file.includes('-arabic-'))
  for (const { file } of wanted) {
    if (loaded.has(file)) continue
    await sharp({ text: { text: 'a', fontfile: join(FOLDER, file) } })
      .raw()
      .toBuffer()
    loaded.add(file)
  }
  return [...new Set(wanted.map(({ name }) => name))]
}
