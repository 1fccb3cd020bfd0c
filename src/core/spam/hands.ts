/** What a page's script sees of whoever fills it in. */
export interface Hands {
  /** A key was pressed on the page, or it was touched or clicked. */
  touched: boolean
  /** Between what was entered first and last. */
  milliseconds: number
}

/** As the page sends it: 1 or 0, and the milliseconds. */
export const writeHands = ({ touched, milliseconds }: Hands): string => `${+touched} ${Math.round(milliseconds)}`

/** What a page told; `null` where it told nothing, or not as pages tell it. */
export function readHands(text: string | undefined): Hands | null {
  const [, touched, milliseconds] = /^([01]) (\d{1,10})$/.exec(text ?? '') ?? []
  return touched && milliseconds ? { touched: touched === '1', milliseconds: Number(milliseconds) } : null
}
