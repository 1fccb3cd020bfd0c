import {
  heightOf,
  type Picture as AnyPicture,
  PICTURE_FORMATS,
  PICTURE_WIDTHS,
  pictureAddress,
  type PictureFormat,
  type Shape,
} from '@/core/answers/pictures'
import { type Say, sayIn } from './said'

interface Props {
  picture: AnyPicture
  shape: Shape
  /** How wide it is on the page, as `sizes` of HTML has it. */
  sizes: string
  className?: string
  /** Writes what it shows, where that may use what is known. */
  say?: Say | undefined
}

/** A picture in the most modern format and the smallest width that do for the browser. */
export function Picture({ picture, shape, sizes, className, say }: Props) {
  const { id, alt, width } = picture
  // What is wider than the picture itself shows no more of it.
  const widths = PICTURE_WIDTHS.filter((wide, index) => wide <= width || index === 0)
  const widest = widths.at(-1) ?? PICTURE_WIDTHS[0]
  const sources = (format: PictureFormat) =>
    widths.map((wide) => `${pictureAddress(id, shape, wide, format)} ${wide}w`).join(', ')
  return (
    <picture>
      {PICTURE_FORMATS.slice(0, -1).map((format) => (
        <source key={format} type={`image/${format}`} srcSet={sources(format)} sizes={sizes} />
      ))}
      <img
        src={pictureAddress(id, shape, widest, 'jpeg')}
        srcSet={sources('jpeg')}
        sizes={sizes}
        width={widest}
        height={heightOf(picture, shape, widest)}
        alt={alt}
        {...(say && alt && sayIn('alt', alt, say))}
        className={className}
        loading="lazy"
        decoding="async"
      />
    </picture>
  )
}
