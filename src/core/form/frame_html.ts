/** A text as it stands in an attribute of HTML. */
export const inAttribute = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;')

/**
 * A form in a frame, as HTML that needs no script. The framing page’s address goes along whole, so that its tags do.
 * Lengths are as CSS has them.
 */
export const frameHtml = (url: string, title: string, width = '100%', height = '44rem'): string =>
  `<iframe src="${inAttribute(url)}" title="${inAttribute(title)}" referrerpolicy="no-referrer-when-downgrade" style="width: ${width}; height: ${height}; border: 0"></iframe>`

/** How tall a form is at most, in pixels, in a narrow and in a wide frame. */
export interface FrameHeights {
  narrow: number
  wide: number
}

/** The least width of a page, in rem, from which a frame in it is wide. */
const WIDE_FROM = 48

/** A form in a frame that is as tall as the form gets, as HTML that needs no script; on small screens otherwise than on large. */
export function fittedFrameHtml(url: string, title: string, { narrow, wide }: FrameHeights): string {
  const name = `lichen-${new URL(url).pathname.split('/').at(-1) ?? ''}`
  const sheet = `.${name} { display: block; width: 100%; height: ${narrow}px; border: 0 } @media (min-width: ${WIDE_FROM}rem) { .${name} { height: ${wide}px } }`
  return `<style>${sheet}</style>\n<iframe class="${name}" src="${inAttribute(url)}" title="${inAttribute(title)}" referrerpolicy="no-referrer-when-downgrade"></iframe>`
}

/** A line at which our script puts a frame that is as tall as the form; `more` are further attributes of it. */
export function scriptHtml(url: string, title: string, more = ''): string {
  const form = new URL(url).pathname.split('/').at(-1) ?? ''
  return `<script async src="${new URL('../frame.js', url)}" data-form="${form}" data-title="${inAttribute(title)}"${more}></script>`
}

/** A form that stands in the page itself, as HTML: an element that a script brings to life, with a link for where none runs. */
export function placedHtml(url: string, title: string, inLettersOfPage: boolean): string {
  const form = new URL(url).pathname.split('/').at(-1) ?? ''
  const link = `<a href="${inAttribute(url)}">${inAttribute(title).replaceAll('>', '&gt;')}</a>`
  return `<script async src="${new URL('../form.js', url)}"></script>
<lichen-form form="${form}"${inLettersOfPage ? ' font="page"' : ''}>${link}</lichen-form>`
}
