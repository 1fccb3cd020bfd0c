/**
 * Source of a regular expression that matches every text from `bound` on (`least`) or up to it (`most`), among
 * texts of the same shape whose digits sort as the texts do, as days and times have: for schemas, which compare
 * numbers but no text.
 */
export function boundPattern(bound: string, side: 'least' | 'most'): string {
  const branches = [bound]
  for (let at = 0; at < bound.length; at++) {
    const digit = Number(bound[at])
    const [low, high] = side === 'least' ? [digit + 1, 9] : [0, digit - 1]
    if (Number.isNaN(digit) || low > high) continue
    branches.push(`${bound.slice(0, at)}[${low}-${high}]${bound.slice(at + 1).replace(/[0-9]/g, '[0-9]')}`)
  }
  return `^(?:${branches.join('|')})$`
}
