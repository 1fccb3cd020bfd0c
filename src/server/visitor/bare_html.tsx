import type { Element, ElementContent, Root, RootContent } from 'hast'
import { format } from 'hast-util-format'
import { fromHtml } from 'hast-util-from-html'
import { toHtml } from 'hast-util-to-html'
import { momentIn } from '@/core/formats/zone'
import { fieldsSent, type SentField } from '@/core/form/sent_elsewhere'
import type { SpokenForm } from '../forms/live'
import { BareForm } from '@/visitor/bare_form'
import { startFor } from '../visits/openForm'
import { knownOf } from '../visits/known'

/** What a page elsewhere is made of: the form as HTML of its own, and what each of its fields is. */
export interface BareHtml {
  html: string
  fields: (SentField & {
    /** Names of its fields in the HTML: several where its answer has parts. */
    sentAs: string[]
  })[]
}

/**
 * The live form as the plainest HTML that sends the same: no classes, no scripts, nothing that only our own page uses. It
 * is made from what our page is made of, so that fields and values are called the same.
 */
export async function writeBareHtml(live: SpokenForm, address: string, at: Date): Promise<BareHtml> {
  const { renderToStaticMarkup } = await import('react-dom/server')
  const nobody = { link: {}, pageBefore: null, holder: null }
  const { values } = startFor(live.form, knownOf(live, nobody, at))
  const now = momentIn(live.timeZone, at)
  const markup = renderToStaticMarkup(
    <BareForm form={live.form} action={address} values={values} now={now} speech={live.speech} />,
  )
  const asked = fieldsSent(live.form)
  const bare: Root = {
    type: 'root',
    children: fromHtml(markup, { fragment: true }).children.flatMap(stripper(new URL(address))),
  }
  const fields = asked.map((field) => {
    const [under] = elementsUnder(bare).filter(({ properties }) => properties.dataQuestion === field.name)
    const sentAs = under ? namesUnder(under) : []
    if (under && field.must) requireUnder(under, sentAs)
    return { ...field, sentAs }
  })
  explain(bare, asked)
  keepWhatIsThere(bare)
  format(bare)
  return { html: toHtml(bare).trim(), fields }
}

/** What stays of an element, by its name: of all others what is in them stays. */
const STAYS: ReadonlySet<string> = new Set(
  'form p fieldset legend label input select option textarea button small h3 hr img ul li div'.split(' '),
)

/** What stays of what an element says of itself, as `hast` calls it. */
const SAID: ReadonlySet<string> = new Set(
  `name id type value htmlFor placeholder autoComplete inputMode maxLength min max step multiple accept rows checked
  selected alt src width height action method encType ariaLabel ariaDescribedBy lang dir tabIndex`.split(/\s+/),
)

/** Leaves of our own markup what a page elsewhere needs, with addresses that lead here from there. */
const stripper = (address: URL) =>
  function strip(node: RootContent): ElementContent[] {
    if (node.type === 'text') return [node]
    if (node.type !== 'element' || isOfScript(node)) return []
    const { tagName, properties } = node
    const inner = node.children.flatMap(strip)
    const question = properties.dataQuestion
    // Of all that only lays things out, what is laid out stays.
    if (!STAYS.has(tagName) || (tagName === 'div' && question === undefined && properties.dataTrap === undefined))
      return [SPACE, ...inner, SPACE]
    const said = Object.fromEntries(Object.entries(properties).filter(([name]) => SAID.has(name)))
    if (tagName === 'input' && said.value === '') delete said.value
    if (tagName === 'img') said.src = new URL(String(said.src), address).href
    if (properties.dataTrap !== undefined) said.hidden = true
    if (properties.ariaRequired !== undefined) said.dataMust = true
    if (question !== undefined) said.dataQuestion = question
    const own: Element = { ...node, properties: said, children: inner }
    if (tagName === 'label') sayInWords(own)
    return [SPACE, tagName === 'label' && properties.htmlFor === undefined ? { ...LINE, children: [own] } : own, SPACE]
  }

const SPACE: ElementContent = { type: 'text', value: ' ' }
/** Each of several labels with its control stands on its own. */
const LINE: Element = { type: 'element', tagName: 'div', properties: {}, children: [] }

/** Says of each question that is not always asked when it is. */
function explain(bare: Root, fields: readonly SentField[]): void {
  for (const { properties, children } of elementsUnder(bare)) {
    const field = fields.find(({ name }) => name === properties.dataQuestion)
    if (field?.when) children.unshift({ type: 'comment', value: ` ${commented(`Asked where ${field.when}`)} ` })
  }
}

/** What a script of ours shows, or what eyes alone get. */
const isOfScript = ({ tagName, properties: { hidden, ariaHidden, type, dataTrap, name } }: Element): boolean =>
  dataTrap === undefined &&
  (Boolean(hidden) ||
    ariaHidden === 'true' ||
    ['canvas', 'script', 'source', 'output'].includes(tagName) ||
    (tagName === 'button' && type !== 'submit') ||
    // What a script writes for the visitor.
    (tagName === 'input' && type === 'hidden' && !String(name).startsWith('_')))

/** A label of which nothing is left but what is read aloud says that. */
function sayInWords(label: Element): void {
  const control = label.children.find((child) => child.type === 'element')
  const spoken = control?.properties.ariaLabel
  if (
    control === undefined ||
    spoken === undefined ||
    label.children.some((child) => child.type === 'text' && child.value.trim() !== '')
  )
    return
  delete control.properties.ariaLabel
  label.children.push({ type: 'text', value: ` ${String(spoken)}` })
}

/** Has browsers ask for what must be answered, before they send, where that is one field; of parts, not all must be. */
function requireUnder(question: Element, names: readonly string[]): void {
  if (names.length > 1) return
  for (const { properties } of elementsUnder(question))
    if (properties.dataMust || properties.type === 'radio') properties.required = true
}

const elementsUnder = (node: Root | Element): Element[] =>
  node.children.flatMap((child) => (child.type === 'element' ? [child, ...elementsUnder(child)] : []))

/** Leaves out our own notes, and what points to nothing that is there. */
function keepWhatIsThere(bare: Root): void {
  const elements = elementsUnder(bare)
  const ids = new Set(elements.map(({ properties }) => properties.id))
  for (const { properties } of elements) {
    delete properties.dataMust
    delete properties.dataQuestion
    const described = [properties.ariaDescribedBy ?? []].flat().filter((id) => ids.has(String(id)))
    if (described.length === 0) delete properties.ariaDescribedBy
    else properties.ariaDescribedBy = described
  }
}

const namesUnder = (question: Element): string[] => [
  ...new Set(elementsUnder(question).flatMap(({ properties: { name } }) => (typeof name === 'string' ? [name] : []))),
]

/** What stands in a comment ends it nowhere (WHATWG HTML, 13.1.6). */
const commented = (text: string): string => text.replaceAll('-->', '→').replaceAll('--', '–').replaceAll('<!', '‹')
