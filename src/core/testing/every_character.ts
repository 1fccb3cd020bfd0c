import { isSoundText } from '../formats/text'

/** Every character that is let in, a thousand in a row. */
export function everyCharacter(): string[] {
  const rows: string[] = []
  let row = ''
  for (let code = 0; code <= 0x10ffff; code++) {
    const character = String.fromCodePoint(code)
    if (!isSoundText(character)) continue
    row += character
    if (code % 1000 === 999) {
      rows.push(`row ${row}`)
      row = ''
    }
  }
  return [...rows, `row ${row}`]
}
