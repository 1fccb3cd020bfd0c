import type { PageFact } from '@/core/origins/source'
import type { Page } from './page'

/** What only a script can tell of the browser it runs in. A finger’s screen is a hand’s or a lap’s, by its shorter side. */
const TELL: Record<PageFact, () => string> = {
  zone: () => new Intl.DateTimeFormat().resolvedOptions().timeZone,
  screen() {
    if (!matchMedia('(pointer: coarse)').matches) return 'desk'
    return Math.min(screen.width, screen.height) < 600 ? 'phone' : 'tablet'
  },
}

/**
 * Tells what the page’s values wait for: to the page itself, where nothing is entered yet, and to the server with whatever
 * it sends. Pages that wait for nothing do not load this, nor anything for its sake.
 */
export async function tell(page: Page): Promise<void> {
  if (page.root === document && location.hash.includes('=')) return moveFragment()
  const { data, form } = page
  for (const field of form.querySelectorAll<HTMLInputElement>('[data-told]'))
    field.value = TELL[field.dataset.told as PageFact]()
  const entered = new FormData(form)
  for (const [name, fact] of Object.entries(data.onPage)) {
    const isAsked = data.steps.some(({ questions }) => questions.some((question) => question.name === name))
    if (!isAsked) data.carried[name] = TELL[fact]()
    else if (!entered.get(name)) (await import('./write_values')).writeValues(page, { [name]: TELL[fact]() })
  }
}

/**
 * What stands in an address after `#` as parameters, which no server sees, goes on in the address itself: the page comes
 * anew, and this one answers to nobody.
 */
function moveFragment(): Promise<never> {
  const url = new URL(location.href)
  const before = new URLSearchParams(url.search)
  for (const [name, value] of new URLSearchParams(url.hash.slice(1)))
    if (!before.has(name)) url.searchParams.append(name, value)
  url.hash = ''
  location.replace(url)
  return new Promise(() => undefined)
}
