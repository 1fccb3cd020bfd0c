import type { Speech } from '@/core/language/texts'
import type { KindRules } from '@/core/answers/answer'
import type { Question } from '@/core/form/definition'
import type { VisitorForm } from '@/core/form/visitor_view'
import type { Way } from '@/core/form/walk'

/** What the script of a kind does with the box of a question once the page is there. */
export type Enliven = (box: HTMLElement, speech: Speech) => void

interface PageKind {
  rules: KindRules<Question>
  enliven: Enliven | undefined
}

/**
 * The registry of kinds as a visitor's page has it: only those its form asks. The script of each adds itself,
 * before the page's own script runs.
 */
const known = new Map<string, PageKind>()

export function addKind(name: string, rules: KindRules<never>, enliven?: Enliven): void {
  known.set(name, { rules: rules as unknown as KindRules<Question>, enliven })
}

/** Has the page look at what a script put into a control, as if it had been typed. */
export const tellEntered = (control: Element | undefined): void =>
  void control?.dispatchEvent(new Event('input', { bubbles: true }))

/** Where a form stands: a page of ours, or what it stands in on a page of another site. */
export type Root = Document | ShadowRoot

/** What a form says on its page. */
export interface Saying {
  root: Root
  data: VisitorForm
  speech: Speech
  /** Writes a wording for what is known; only pages whose wording uses that do more than repeat it. */
  say: (wording: string) => string
}

/** What only some pages do with each answer: told what shows and is known, whenever something was entered. */
export const watchers: ((page: Saying, way: Way) => void)[] = []

export const rulesOf = ({ kind }: Question): KindRules<Question> => kindOf(kind).rules

export const enlivenOf = ({ kind }: Question): Enliven | undefined => kindOf(kind).enliven

function kindOf(kind: string): PageKind {
  const found = known.get(kind)
  if (!found) throw new Error(`No script of ${kind}`)
  return found
}
