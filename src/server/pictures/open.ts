import sharp from 'sharp'

/** Most pixels that are worked on. */
const MOST_PIXELS = 60_000_000

sharp.cache(false)
// Pictures are made beside everything else that a process does.
sharp.concurrency(1)

/** Opens a picture that anybody may have made: of many frames the first, and none beyond measure. */
export const openPicture = (content: Buffer) => sharp(content, { limitInputPixels: MOST_PIXELS, pages: 1 })
