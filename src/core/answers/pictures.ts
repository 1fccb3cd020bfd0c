import { saidToVisitors } from './for_visitors'
import { z } from 'zod'

/** Pictures that a form shows: uploaded in the studio, and served in the shapes, widths and formats named here. */

/** Shapes that a picture is cropped to, as width by height; as it is where there is none. */
export const SHAPES = {
  square: [1, 1],
  wide: [3, 2],
  tall: [4, 5],
  whole: null,
} as const satisfies Record<string, readonly [width: number, height: number] | null>

export type Shape = keyof typeof SHAPES

/** Shapes that all pictures of a question are cropped to. */
export const CROPPED = ['square', 'wide', 'tall'] as const satisfies Shape[]

export type Cropped = (typeof CROPPED)[number]

/** Widths that a picture is served in, in pixels. */
export const PICTURE_WIDTHS = [192, 384, 768, 1152] as const

/** Formats that a picture is served in, the most modern first; every browser has the last. */
export const PICTURE_FORMATS = ['avif', 'webp', 'jpeg'] as const

export type PictureFormat = (typeof PICTURE_FORMATS)[number]

/** A picture as a definition has it. */
export const pictureSchema = () =>
  z.strictObject({
    id: z.uuid().describe('As it was uploaded in the studio'),
    alt: saidToVisitors(z.string().trim().max(300)).default('').describe('What it shows, for those who do not see it'),
    width: z.int().min(1).max(20_000).describe('As it was uploaded, in pixels'),
    height: z.int().min(1).max(20_000).describe('As it was uploaded, in pixels'),
  })

export type Picture = z.output<ReturnType<typeof pictureSchema>>

export const pictureAddress = (id: string, shape: Shape, width: number, format: PictureFormat): string =>
  `/pictures/${id}/${shape}-${width}.${format}`

/** How high a picture is in a shape where it is so wide, in pixels. */
export function heightOf({ width, height }: Pick<Picture, 'width' | 'height'>, shape: Shape, wide: number): number {
  const [across, down] = SHAPES[shape] ?? [width, height]
  return Math.max(1, Math.round((wide * down) / across))
}
