import { type DefaultTreeAdapterMap, parseFragment } from 'parse5'

type Node = DefaultTreeAdapterMap['node']
type Element = DefaultTreeAdapterMap['element']

/** Somebody's own HTML, made to send to an inlet. */
export interface PointedHtml {
  html: string
  /** How many forms it has; none is changed where there is none. */
  forms: number
  /** Names of their fields, in their order. */
  fields: string[]
  /** Fields without a name, which send nothing. */
  nameless: number
}

const FIELDS = new Set(['input', 'select', 'textarea'])

/**
 * Points every form of some HTML at an address. What is written stays as it is, letter by letter, but for the start of each
 * form: where it sends to, and in which way (WHATWG HTML, 4.10.21). `trap` is a field that no person sees, added to each.
 */
export function pointHtml(text: string, address: string, trap: string | null): PointedHtml {
  const elements = elementsIn(parseFragment(text, { sourceCodeLocationInfo: true }))
  const forms = elements.filter(({ tagName }) => tagName === 'form')
  const inputs = elements.filter(({ tagName }) => FIELDS.has(tagName)).filter((one) => !isButton(one))
  const withFiles = inputs.some((one) => attributeOf(one, 'type')?.toLowerCase() === 'file')
  let html = text
  for (const form of forms.toReversed()) {
    const at = form.sourceCodeLocation?.startTag
    if (!at) continue
    const start = `${startOf(form, address, withFiles)}${trap === null ? '' : `\n${trapHtml(trap)}`}`
    html = `${html.slice(0, at.startOffset)}${start}${html.slice(at.endOffset)}`
  }
  const named = inputs.map((one) => attributeOf(one, 'name') ?? '').filter((name) => name !== '')
  return { html, forms: forms.length, fields: [...new Set(named)], nameless: inputs.length - named.length }
}

function elementsIn(node: Node): Element[] {
  const own = 'tagName' in node ? [node] : []
  const inner = 'content' in node ? [node.content] : 'childNodes' in node ? node.childNodes : []
  return [...own, ...inner.flatMap(elementsIn)]
}

const isButton = (element: Element): boolean =>
  ['submit', 'button', 'reset', 'image'].includes(attributeOf(element, 'type')?.toLowerCase() ?? '')

const attributeOf = ({ attrs }: Element, name: string): string | undefined =>
  attrs.find((one) => one.name === name)?.value

/** A form's start tag, whose other attributes stay. */
function startOf({ attrs }: Element, address: string, withFiles: boolean): string {
  const kept = attrs.filter(({ name }) => !['action', 'method', 'enctype', 'target'].includes(name))
  const all = [
    { name: 'action', value: address },
    { name: 'method', value: 'post' },
    ...(withFiles ? [{ name: 'enctype', value: 'multipart/form-data' }] : []),
    ...kept,
  ].map(({ name, value }) => `${name}="${escaped(value)}"`)
  return `<form ${all.join(' ')}>`
}

/** A field that nobody sees, nor reaches by keys, nor is read out. */
const trapHtml = (name: string): string =>
  `<div hidden aria-hidden="true"><input type="text" name="${escaped(name)}" tabindex="-1" autocomplete="off"></div>`

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('"', '&quot;')
