import type { RefAttributes } from 'react'

/** What a narrow screen does without. */
export const SPARE = 'max-[899px]:hidden'

/** How a head of a table looks. */
export const headClass = (right?: boolean, spare?: boolean): string | undefined =>
  ['relative', right ? 'text-right!' : '', spare ? SPARE : ''].filter(Boolean).join(' ') || undefined

/**
 * Has a cell be as wide as somebody has drawn its column; what is in it breaks where it must. It is set once the cell is
 * there: a page may bring no styles of its own.
 */
export const asWideAs = (width: number | undefined): RefAttributes<HTMLTableCellElement> =>
  width === undefined ? {} : { ref: (cell) => (cell ? draw(cell, `${width}px`) : undefined) }

function draw({ style }: HTMLElement, width: string): () => void {
  Object.assign(style, { width, minWidth: width, maxWidth: width, overflowWrap: 'anywhere' })
  return () => void Object.assign(style, { width: '', minWidth: '', maxWidth: '', overflowWrap: '' })
}
