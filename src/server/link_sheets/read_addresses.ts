import { ANY_EMAIL, rules as email } from '@/core/kinds/email'

/** Addresses as somebody pasted them, each once, and what is none. */
export interface ReadAddresses {
  addresses: string[]
  wrong: { line: number; text: string }[]
  /** How many stand there more than once. */
  again: number
}

/** Reads a pasted column: what is blank is left out, and what is no address is told with its line. */
export function readAddresses(lines: readonly string[]): ReadAddresses {
  const seen = new Set<string>()
  const wrong: ReadAddresses['wrong'] = []
  let again = 0
  for (const [at, line] of lines.entries()) {
    const text = line.trim()
    if (text === '') continue
    const checked = email.check(text, ANY_EMAIL)
    if (!checked.ok || typeof checked.answer !== 'string') wrong.push({ line: at + 1, text })
    else if (seen.has(checked.answer)) again += 1
    else seen.add(checked.answer)
  }
  return { addresses: [...seen], wrong, again }
}
