import { accept, isEmpty, type KindRules, readText, refuse } from '../answers/answer'
import { AS_TEXT, type KindManner } from '../answers/kind'

/** A web address has no settings of its own. */
export const settings = () => ({})

/** Longest address, in characters: what every browser and server takes. */
const LONGEST = 2000

const HOST = '(?:[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?\\.)+[a-z0-9-]{2,63}'
const PORT = '(?::(?:6553[0-5]|655[0-2][0-9]|65[0-4][0-9]{2}|6[0-4][0-9]{3}|[1-5][0-9]{4}|[1-9][0-9]{0,3}))?'
/** An absolute http address with a named host, as the URL standard (WHATWG) writes it out. */
const VALID = `^https?://${HOST}${PORT}/[!-~]*$`
const valid = new RegExp(VALID)

const NOT_ADDRESS = { code: 'not_web_address', example: 'https://studio.example' } as const

/** A page on the web, written out in full: people leave “https://” away, and write hosts in capitals and in any script. */
export const rules: KindRules<object> = {
  check(raw) {
    const read = readText(raw, LONGEST)
    if (!read.ok || isEmpty(read.answer)) return read
    const text = String(read.answer)
    const url = parse(/^[a-z][a-z0-9+.-]*:\/\//i.test(text) ? text : `https://${text}`)
    const sound = url !== null && url.username === '' && url.password === '' && valid.test(url.href)
    return sound && url.href.length <= LONGEST ? accept(url.href) : refuse(NOT_ADDRESS)
  },
  show: String,
}

function parse(text: string): URL | null {
  try {
    return new URL(text)
  } catch {
    return null
  }
}

export const manner: KindManner<object> = {
  words: 'Web address',
  texts: ['not_web_address'],
  suggestedBy: { words: /\b((web )?site|web address|url|home ?page|link)\b/i, sureness: 4 },
  must: () => 'web address',
  ...AS_TEXT,
  schema: () => ({ type: 'string', pattern: VALID, maxLength: LONGEST }),
}
