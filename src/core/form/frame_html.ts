/** A text as it stands in an attribute of HTML. */
export const inAttribute = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;')

/**
 * A form in a frame, as HTML that needs no script. The framing page’s address goes along whole, so that its tags do.
 * Lengths are as CSS has them.
 */
export const frameHtml = (url: string, title: string, width = '100%', height = '44rem'): string =>
  `<iframe src="${inAttribute(url)}" title="${inAttribute(title)}" referrerpolicy="no-referrer-when-downgrade" style="width: ${width}; height: ${height}; border: 0"></iframe>`
