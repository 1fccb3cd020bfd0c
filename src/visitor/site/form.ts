/**
 * What a site asks for where a form shall stand in its page itself, and not in a frame. What is in the element is there
 * until the form is, and where it cannot be had.
 *
 *     <script async src="https://lichen.example/form.js"></script>
 *     <lichen-form form="firing-notes"><a href="https://lichen.example/f/firing-notes">Firing notes</a></lichen-form>
 *
 * `font="page"` has it in the letters of the page, and `first-page` tells it where the visit began.
 */
import type { Around } from '../script/page'
import type { Task } from '../signs'
import { stored } from '../stored'
import { VISIT_HEADER } from '../visit_header'
import { addressOf, firstPage } from './address'

/** What the page's own script gives. */
interface Enlivening {
  enliven?: (root: ShadowRoot, around: Around) => unknown
}

/** What does the work of a page, which tells people from machines. */
interface Solving {
  find: (task: Task) => Promise<number | undefined>
}

const script = document.currentScript instanceof HTMLScriptElement ? document.currentScript.src : ''

class PlacedForm extends HTMLElement {
  /** Moved about in the page, it stays as it is. */
  connectedCallback(): void {
    const name = this.getAttribute('form')
    if (this.shadowRoot || !name) return
    const root = this.attachShadow({ mode: 'open' })
    root.append(document.createElement('slot'))
    // Other languages come from the server, as does a form that was released anew, with what is entered.
    root.addEventListener('submit', (event) => {
      const { submitter, target } = event as SubmitEvent
      if (!submitter?.lang || !(target instanceof HTMLFormElement)) return
      event.preventDefault()
      void this.post(target, submitter)
    })
    // The page's own script for this hears only that something was pressed in here.
    root.addEventListener('click', ({ target }) => {
      if (target instanceof Element && target.matches('[data-print]')) print()
    })
    const first = this.hasAttribute('first-page') ? firstPage() : null
    // Where the form keeps what is not finished, its visitor goes on with it.
    const visit = stored(() => localStorage.getItem(keyOf(name)))
    void this.get(addressOf(name, script, 'page', first).href, visit ? { headers: { [VISIT_HEADER]: visit } } : {})
  }

  private get = (address: string, sent: RequestInit = {}): Promise<void> =>
    fetch(address, { ...sent, referrerPolicy: 'no-referrer-when-downgrade', credentials: 'omit' })
      .then((response) => (response.ok || response.status === 422 ? this.show(response) : undefined))
      // What stood there before is still there.
      .catch(() => undefined)

  private post(form: HTMLFormElement, by?: HTMLElement): Promise<void> {
    const body = new FormData(form)
    if (by instanceof HTMLButtonElement) body.append(by.name, by.value)
    return this.get(form.getAttribute('action') as string, { method: 'POST', body })
  }

  /** Puts a page of ours in place, with its own style, and brings it to life. */
  private async show(response: Response): Promise<void> {
    const root = this.shadowRoot as ShadowRoot
    const page = new DOMParser().parseFromString(await response.text(), 'text/html')
    makeWhole(page, response.url)
    const hasOwnLetters = this.getAttribute('font') === 'page'
    const sheets = [...page.querySelectorAll<HTMLLinkElement>('link[rel=stylesheet]')]
    const isNew = (sheet: HTMLLinkElement, place: ParentNode) => !place.querySelector(`link[href="${sheet.href}"]`)
    // Letters are known to all of a page, or not at all.
    const letters = sheets.filter(({ dataset }) => dataset.letters !== undefined)
    if (!hasOwnLetters) document.head.append(...letters.filter((sheet) => isNew(sheet, document.head)))
    const coming = sheets.filter((sheet) => !letters.includes(sheet) && isNew(sheet, root))
    root.prepend(...coming)
    await Promise.all(coming.map(arrival))
    const around = this.draw(page, hasOwnLetters)
    root.querySelector('slot, [data-framed]')?.replaceWith(around)
    // The size that this reader has chosen, whatever the site makes of it.
    around.style.setProperty('--rem', getComputedStyle(around).fontSize)
    const form = root.querySelector<HTMLFormElement>('[data-form]')
    let early: EventTarget | null = null
    form?.addEventListener(
      'input',
      ({ target }) => {
        early = target
        this.begin(form)
      },
      { once: true },
    )
    const scripts = [...page.querySelectorAll<HTMLScriptElement>('script[src]')]
    const parts = (await Promise.all(scripts.map(({ src }) => import(src)))) as Enlivening[]
    const window: Around = {
      scrollTo: () => {
        if (this.getBoundingClientRect().top < 0) this.scrollIntoView()
      },
      location: { reload: () => void (form && this.post(form)) },
    }
    for (const { enliven } of parts) await enliven?.(root, window)
    // Somebody may have been quicker than the page's script.
    ;(early as EventTarget | null)?.dispatchEvent(new Event('input', { bubbles: true }))
  }

  private begin(form: HTMLFormElement): void {
    void work(form).catch(() => undefined)
    const [visit, proof] = ['_visit', '_proof'].map((name) => new FormData(form).get(name) as string)
    if (form.querySelector('#keeps'))
      stored(() => localStorage.setItem(keyOf(this.getAttribute('form') ?? ''), `${visit}.${proof}`))
  }

  /** What stands for the root and the body of a page. */
  private draw({ documentElement, body }: Document, hasOwnLetters: boolean): HTMLElement {
    const around = document.createElement('div')
    around.dataset.framed = ''
    const page = document.createElement('div')
    page.className = 'page'
    page.lang = documentElement.lang
    page.dir = documentElement.dir
    page.append(...body.childNodes)
    around.append(page)
    if (hasOwnLetters)
      for (const letters of ['--font', '--head-font'])
        page.style.setProperty(letters, getComputedStyle(this.parentElement ?? document.body).fontFamily)
    return around
  }
}

const keyOf = (form: string): string => `lichen visit ${form}`

/** Does the work of a page, while its visitor types; undone, the server knows what to think. */
async function work(form: HTMLFormElement): Promise<void> {
  const field = form.querySelector<HTMLInputElement>('[name=_work]')
  const { task = '', solver = '' } = field?.dataset ?? {}
  const given = JSON.parse(task) as Task
  const { find } = (await import(new URL(solver, script).href)) as Solving
  const number = await find(given)
  if (field) field.value = btoa(JSON.stringify({ ...given, number }))
}

/** Resolves when a style sheet is there, or will not be. */
const arrival = (sheet: HTMLLinkElement): Promise<unknown> =>
  new Promise((arrived) => {
    sheet.addEventListener('load', arrived)
    sheet.addEventListener('error', arrived)
  })

/** Addresses in a page of ours are of our site, wherever it stands. */
function makeWhole(page: Document, base: string): void {
  for (const element of page.querySelectorAll('[src], [srcset], [href], [action]'))
    for (const name of ['src', 'href', 'action', 'srcset']) {
      const value = element.getAttribute(name)
      if (!value || value.startsWith('#')) continue
      const whole =
        name === 'srcset' ? value.replace(/(^|, )(?=\/)/g, `$1${new URL(base).origin}`) : new URL(value, base).href
      element.setAttribute(name, whole)
    }
}

// However often a site asks for it.
if (!customElements.get('lichen-form')) customElements.define('lichen-form', PlacedForm)
