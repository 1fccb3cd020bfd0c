/** Before the form has said how tall it is, in rem, and the tallest that a frame gets, in pixels. */
const AT_FIRST = '44rem'
const TALLEST = 20_000

/** What the page of a form tells of itself (`script/fits.ts`). */
interface Told {
  lichen?: unknown
  height?: unknown
  sent?: unknown
}

/** A form in its frame. */
export interface Framed {
  frame: HTMLIFrameElement
  /** Called once it was sent. */
  onSent?: () => void
  /** Called as somebody in it presses the key to leave. */
  onLeave?: () => void
}

/** Makes a frame that is as tall as the form in it. */
export function makeFrame(to: URL, title: string): Framed {
  const frame = document.createElement('iframe')
  frame.src = to.href
  frame.title = title
  frame.referrerPolicy = 'no-referrer-when-downgrade'
  Object.assign(frame.style, { display: 'block', width: '100%', height: AT_FIRST, border: '0' })
  const framed: Framed = { frame }
  addEventListener('message', ({ source, origin, data }: MessageEvent<Told | null>) => {
    if (source !== frame.contentWindow || origin !== to.origin || !data) return
    if (data.lichen === 'leave') framed.onLeave?.()
    if (data.lichen !== 'height' || typeof data.height !== 'number') return
    frame.style.height = `${Math.ceil(Math.min(data.height, TALLEST))}px`
    if (data.sent === true) framed.onSent?.()
  })
  let pages = 0
  // The next page begins at its top, however far down the one before was read.
  frame.addEventListener('load', () => {
    if (++pages > 1 && frame.getBoundingClientRect().top < 0) frame.scrollIntoView()
  })
  return framed
}
