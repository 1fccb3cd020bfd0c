import { parseTemplate } from 'url-template'
import { listed } from '../formats/listed'
import type { SheetColumn } from './sheet_columns'

/**
 * What stands behind a form’s address in the links of a sheet: a URI template (RFC 6570) whose variables are columns of
 * the sheet. It is expanded for each row, or has the marks of the tool that sends the mailing put in.
 */
export type LinkPattern = string

/** A link with nothing but whose it is. */
export const USUAL_PATTERN: LinkPattern = '?k={code}'

/** Where a tool’s mark has the name of the column. */
export const MARKED = 'COLUMN'

/** What is wrong with a pattern, or is better known before a mailing goes out. Faults keep it from being used. */
export interface PatternFinding {
  severity: 'fault' | 'warning'
  text: string
}

/** One expression in braces: its operator, and the variables, each with what it is shortened to or exploded by. */
interface Expression {
  text: string
  variables: { name: string; modifier: string }[]
}

/** Expressions as RFC 6570 §2.2 to §2.4 writes them. */
const EXPRESSION =
  /^([+#./;?&]?)((?:[\w.]|%[\dA-Fa-f]{2})+(?::[1-9]\d{0,3}|\*)?(?:,(?:[\w.]|%[\dA-Fa-f]{2})+(?::[1-9]\d{0,3}|\*)?)*)$/

/** What may stand outside of braces (RFC 6570 §2.1). */
const LITERAL = /^(?:[^\s"'%<>\\^`{|}\p{Cc}]|%[\dA-Fa-f]{2})*$/u

/** The expressions of a pattern, or what keeps it from being one. */
function readPattern(pattern: LinkPattern): { expressions: Expression[] } | { wrong: string } {
  const expressions: Expression[] = []
  for (const [part] of pattern.matchAll(/\{[^{}]*\}|[^{}]+|[{}]/g)) {
    if (part === '{' || part === '}') return { wrong: 'A brace is opened and not closed, or closed and not opened.' }
    if (!part.startsWith('{')) {
      if (LITERAL.test(part)) continue
      return { wrong: `“${part}” has characters that an address cannot have as they are: write them in percent.` }
    } else {
      const [, , said = ''] = EXPRESSION.exec(part.slice(1, -1)) ?? []
      if (said === '') return { wrong: `${part} is no expression that RFC 6570 knows, as {code} or {?region} are.` }
      const variables = said.split(',').map((one) => {
        const [, name = '', modifier = ''] = /^([^:*]+)(.*)$/.exec(one) ?? []
        return { name, modifier }
      })
      expressions.push({ text: part, variables })
    }
  }
  return { expressions }
}

/** A code as any link could have, to see what comes of it. */
const SAMPLE = '23456789ABCDEFGHJKLMN'

/** How a sheet is written: its columns by name, its links, and how the tool that sends the mailing writes a column. */
interface Written {
  columns: readonly string[]
  pattern: LinkPattern
  /** Empty where no marks are wanted. */
  mark: string
}

/** Everything that is to be said of a pattern at a form’s address, and of the marks that are put into it, if any are. */
export function examinePattern(
  address: string,
  columns: readonly SheetColumn[],
  { pattern, mark, columns: written }: Written,
): PatternFinding[] {
  const read = readPattern(pattern)
  if ('wrong' in read) return [fault(read.wrong)]
  const used = read.expressions.flatMap(({ variables }) => variables.map(({ name }) => name))
  const missing = [...new Set(used)].filter((name) => name !== 'link' && !columns.some((one) => one.name === name))
  if (missing.length > 0) return [fault(`The sheet has no column ${listed(missing)}.`)]
  if (used.includes('link')) return [fault('The link cannot stand in itself.')]
  const unled = findUnled(address, pattern)
  if (unled !== null) return [fault(unled)]
  const said = columns.filter(({ name }) => used.includes(name))
  const lacking = said.filter(({ name }) => !written.includes(name)).map(({ label }) => label)
  return [
    ...openly(said),
    ...(mark === '' ? [] : examineMark(mark, said, read.expressions)),
    ...(mark !== '' && lacking.length > 0
      ? [warning(`${listed(lacking)}: your tool has nothing to put in for its mark, unless you tick it as a column.`)]
      : []),
  ]
}

const fault = (text: string): PatternFinding => ({ severity: 'fault', text })
const warning = (text: string): PatternFinding => ({ severity: 'warning', text })

/** Why a link made by the pattern would not bring anybody to the form as themselves; `null` where it would. */
function findUnled(address: string, pattern: LinkPattern): string | null {
  const said = expandLink(address, pattern, { code: SAMPLE })
  const link = URL.canParse(said) ? new URL(said) : null
  const form = new URL(address)
  if (link?.origin !== form.origin || link.pathname !== form.pathname)
    return 'It leads to another page than the form’s: begin with a question mark.'
  return link.searchParams.get('k') === SAMPLE ? null : 'It does not say whose link it is: have it end in ?k={code}.'
}

/** What would be told to everybody who sees the address. */
function openly(used: readonly SheetColumn[]): PatternFinding[] {
  const labels = (tells: SheetColumn['tells']) => used.flatMap((one) => (one.tells === tells ? [one.label] : []))
  const who = labels('who')
  const about = labels('about')
  return [
    ...(who.length > 0
      ? [
          fault(
            `${listed(who)} would stand in the open: an address is kept by browsers and servers, and sent on. The code says who it is without telling anybody.`,
          ),
        ]
      : []),
    ...(about.length > 0
      ? [warning(`${listed(about)} would stand in the open, in every address: the form knows it by the code anyway.`)]
      : []),
  ]
}

/** What a link has no use for outside of braces, in a mark (RFC 3986 §2): it would be encoded, or cut the address. */
function examineMark(mark: string, used: readonly SheetColumn[], expressions: readonly Expression[]): PatternFinding[] {
  if (!mark.includes(MARKED)) return [fault(`Write ${MARKED} where your tool’s mark has the name of a column.`)]
  const shortened = expressions.find(({ variables }) => variables.some(({ modifier }) => modifier.startsWith(':')))
  if (shortened) return [fault(`${shortened.text}: a mark cannot be shortened, since your tool puts in all of it.`)]
  const signs = [...new Set(mark.replaceAll(MARKED, ''))]
  const cutting = signs.filter((sign) => '#&?=/+'.includes(sign))
  const encoded = signs.filter((sign) => sign === '%' || !/[\w\-.~!$&'()*+,;=:@/?#[\]]/.test(sign))
  const plain = used.filter(({ name }) => name !== 'code').map(({ label }) => label)
  return [
    ...(cutting.length > 0
      ? [
          warning(
            `${listed(cutting.map(shown))} of the mark means something in an address. It goes well only if your tool puts the code in before it looks at the link: send one to yourself first.`,
          ),
        ]
      : []),
    ...(encoded.length > 0
      ? [
          warning(
            `${listed(encoded.map(shown))} of the mark cannot stand in an address: an editor that encodes it breaks the mark. Send one to yourself first, or take the column “link”, which needs no marks.`,
          ),
        ]
      : []),
    ...(plain.length > 0
      ? [
          warning(
            `${listed(plain)}: your tool puts in what stands in the column as it is, and a space or & in it breaks the link. The column “link” has it encoded.`,
          ),
        ]
      : []),
  ]
}

const shown = (sign: string): string => (sign === ' ' ? 'A space' : `“${sign}”`)

/** The link of one row (RFC 6570 §3). A column without a value leaves no trace. */
export const expandLink = (
  address: string,
  pattern: LinkPattern,
  values: Readonly<Record<string, string | null | undefined>>,
): string =>
  address +
  parseTemplate(pattern).expand(
    Object.fromEntries(Object.entries(values).map(([name, value]) => [name, value ?? null])),
  )

/** The link with a tool’s marks in it, which it puts each row’s values in for. The pattern has no faults. */
export function markLink(address: string, pattern: LinkPattern, mark: string, columns: readonly SheetColumn[]): string {
  // Letters and digits go through whatever an expression does to what it is filled with.
  const stands = (at: number) => `COLUMNxSTANDSxHEREx${at}x`
  const values = Object.fromEntries(columns.map(({ name }, at) => [name, stands(at)]))
  return columns.reduce(
    (link, { name }, at) => link.replaceAll(stands(at), mark.replaceAll(MARKED, name)),
    expandLink(address, pattern, values),
  )
}
