import { mkdir, readFile, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { decompress } from 'wawoff2'
import type { Fonts } from '@/visitor/fonts'

/** Where they lie, for the server alone: browsers have their own, packed. */
const FOLDER = 'build/letters'

/** Unpacks the letters of pages, by which pictures are drawn, each named as what draws them calls it. */
export async function buildLetters(fonts: Fonts): Promise<void> {
  await rm(FOLDER, { recursive: true, force: true })
  await mkdir(FOLDER, { recursive: true })
  const unpacked = await Promise.all(
    Object.values(fonts)
      .flat()
      .map(async ({ family, file }) => {
        const letters = Buffer.from(await decompress(await readFile(join('public', file))))
        const own = file.replace(/woff2$/, 'ttf')
        await writeFile(join(FOLDER, own), letters)
        return { family, file: own, name: nameIn(letters) }
      }),
  )
  await writeFile(join(FOLDER, 'letters.json'), JSON.stringify(unpacked))
}

/** The family that a font says it is of (OpenType, “name”): 16 where it says that apart from its weight, else 1. */
function nameIn(font: Buffer): string {
  const tables = Array.from({ length: font.readUInt16BE(4) }, (_, n) => 12 + 16 * n)
  const at = tables.find((one) => font.toString('latin1', one, one + 4) === 'name')
  if (at === undefined) throw new Error('A font has no name')
  const table = font.readUInt32BE(at + 8)
  const texts = table + font.readUInt16BE(table + 4)
  const names = Array.from({ length: font.readUInt16BE(table + 2) }, (_, n) => {
    const [platform = 0, , , id = 0, bytes = 0, offset = 0] = [0, 2, 4, 6, 8, 10].map((into) =>
      font.readUInt16BE(table + 6 + 12 * n + into),
    )
    const text = Buffer.from(font.subarray(texts + offset, texts + offset + bytes))
    return { platform, id, text }
  }).filter(({ platform }) => platform === 3)
  const told = names.find(({ id }) => id === 16) ?? names.find(({ id }) => id === 1)
  if (!told) throw new Error('A font says no family')
  return told.text.swap16().toString('utf16le')
}
