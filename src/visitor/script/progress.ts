import { stored } from '../stored'
import { ownFields, type Page, post, readValues } from './page'

/** How long typing must rest before the batch is sent, in milliseconds. */
const REST = 800

interface Batch {
  began: boolean
  steps: string[]
  values: Record<string, unknown>
}

/**
 * Tells the server how far the visit has come, in small batches, and as the page is left. Where the form keeps
 * unfinished answers, what is entered is in this browser, too, until a batch of it has arrived.
 */
export function followProgress(page: Page) {
  const { keepUnfinished, mode } = page.data
  const key = `lichen:${ownFields(page).visit}`
  const steps: string[] = []
  let began = false
  let over = mode === 'preview'
  /** What was meant to be sent stays here until it is. */
  let owed = false
  let timer: number | undefined

  const batch = (withValues: boolean) => {
    const values = withValues ? readValues(page) : {}
    return JSON.stringify({ ...ownFields(page), began: true, steps, values } satisfies Batch)
  }

  const keep = (body: string) => stored(() => localStorage.setItem(key, body))
  const kept = () => stored(() => localStorage.getItem(key))
  const forget = () => stored(() => localStorage.removeItem(key))

  /** What is to be told now. */
  const gather = () => {
    const body = batch(keepUnfinished)
    if (keepUnfinished && !owed) keep(body)
    return body
  }

  const flush = (leaving = false) => {
    if (over || !began || !page.form.isConnected) return
    clearTimeout(timer)
    const body = gather()
    void post(page.address.replace(/\/?(?=\?|$)/, '/progress'), body, leaving)
      // What was entered meanwhile is yet to be told.
      .then(({ ok }) => ok && !owed && kept() === body && forget())
      .catch(() => undefined)
  }

  const later = () => {
    if (over || !began) return
    clearTimeout(timer)
    gather()
    timer = window.setTimeout(flush, REST)
  }

  // A page that is left is hidden, too.
  document.addEventListener('visibilitychange', () => {
    if (document.hidden) flush(true)
  })
  addEventListener('online', () => flush())

  return {
    /** What an earlier page of this visit could not send. */
    unsent: () => stored(() => JSON.parse(kept() ?? 'null') as Batch | null),
    /** A step was seen; something was entered in it, where that is said. */
    reach(step: string, entered = began) {
      began = entered
      if (!steps.includes(step)) steps.push(step)
      later()
    },
    /** Keeps what is entered in this browser, whatever the form keeps: it was meant to be sent. */
    keepForReload() {
      owed = true
      keep(batch(true))
    },
    /** Nothing more will be told: the form was sent. */
    finish() {
      over = true
      forget()
    },
  }
}
