import { Readable } from 'node:stream'
import { z } from 'zod'
import {
  heightOf,
  PICTURE_FORMATS,
  PICTURE_WIDTHS,
  type PictureFormat,
  type Shape,
  SHAPES,
} from '@/core/answers/pictures'
import { findPicture } from '@/db/queries/pictures'
import { context } from '../context'
import { put, read, readWhole } from '../files/store'
import { problem } from '../problem'
import { placeOf } from './addPicture'
import { openPicture } from './open'

/** A picture as it is asked for: `square-384.avif`. */
interface Variant {
  shape: Shape
  width: number
  format: PictureFormat
}

/** How finely and how patiently each format is written: whoever comes first waits for it. */
const WRITTEN = {
  avif: { quality: 55, effort: 2 },
  webp: { quality: 76 },
  jpeg: { quality: 80 },
} satisfies Record<PictureFormat, object>

/** Variants that are being made, so that each is made once however many ask for it. */
const making = new Map<string, Promise<Buffer | null>>()

/** A picture of a form in one of the shapes, widths and formats there are; made when it is first asked for. */
export async function servePicture(id: string, file: string): Promise<Response> {
  const variant = readVariant(file)
  if (!variant || !z.uuid().safeParse(id).success) return noPicture()
  const key = `${placeOf(id)}-${file}`
  const content = await (making.get(key) ?? make(key, id, variant))
  if (!content) return noPicture()
  return new Response(new Uint8Array(content), {
    headers: {
      'content-type': `image/${variant.format}`,
      // A picture never changes: another one has another id.
      'cache-control': 'public, max-age=31536000, immutable',
    },
  })
}

const noPicture = (): Response => problem(404, 'There is no such picture.')

function readVariant(file: string): Variant | null {
  const [, shape = '', width, format] = /^([a-z]+)-(\d+)\.([a-z]+)$/.exec(file) ?? []
  const wide = PICTURE_WIDTHS.find((one) => one === Number(width))
  const kind = PICTURE_FORMATS.find((one) => one === format)
  return Object.hasOwn(SHAPES, shape) && wide && kind ? { shape: shape as Shape, width: wide, format: kind } : null
}

function make(key: string, id: string, variant: Variant): Promise<Buffer | null> {
  const made = findOrMake(key, id, variant).finally(() => making.delete(key))
  making.set(key, made)
  return made
}

async function findOrMake(key: string, id: string, variant: Variant): Promise<Buffer | null> {
  const before = await read(key).then(readWhole, () => null)
  if (before && before.length > 0) return before
  const picture = await findPicture(context().db, id)
  if (!picture) return null
  const content = await draw(await readWhole(await read(placeOf(id))), picture, variant)
  await put(key, content.length, Readable.from([content]))
  return content
}

/** Crops to what catches the eye, and never makes a picture larger than it is. */
function draw(original: Buffer, picture: { width: number; height: number }, { shape, width, format }: Variant) {
  const wide = Math.min(width, picture.width)
  const size = { width: wide, height: heightOf(picture, shape, wide) }
  const drawn = openPicture(original).resize({ ...size, fit: 'cover', position: 'attention' })
  const onPaper = format === 'jpeg' ? drawn.flatten({ background: '#ffffff' }) : drawn
  return onPaper.toFormat(format, WRITTEN[format]).toBuffer()
}
