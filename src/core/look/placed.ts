/**
 * A style sheet of a form's page, as it is where the form stands in a page of another site, in a shadow root: what is the
 * root and the body there is an element with the class `page` here. How wide there is room is that element's business and
 * not the window's; and one rem is what this reader has chosen (`--rem`), where sites make of theirs what they like.
 */
export const placedCss = (css: string): string =>
  css
    .replace(/:root\b|\bbody\b/g, '.page')
    .replace(
      /@media \((min|max)-width: ?([\d.]+)rem\)/g,
      (_, side: string, rem: string) => `@container (${side}-width:${Number(rem) * 16}px)`,
    )
    .replace(/(-?[\d.]+)rem\b/g, 'calc($1*var(--rem))')
