/** A text as it stands in an attribute of HTML. */
export const written = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;')
