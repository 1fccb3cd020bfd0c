import { ownFields, type Page, readValues } from './page'

/** How long typing must rest before the batch is sent, in milliseconds. */
const REST = 800

interface Batch {
  began: boolean
  steps: string[]
  values: Record<string, unknown>
}

/**
 * Tells the server how far the visit has come, in small batches, and as the page is left. Where the form
 * keeps unfinished answers, a batch that could not be sent is kept in this browser and sent again.
 */
export class Progress {
  private began = false
  private readonly steps: string[] = []
  private timer: number | undefined
  private over = false
  /** What was meant to be sent stays here until it is. */
  private owed = false
  private readonly key: string

  constructor(private readonly page: Page) {
    this.key = `lichen:${ownFields(page).visit}`
    addEventListener('pagehide', () => this.flush(true))
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'hidden') this.flush(true)
    })
    addEventListener('online', () => this.flush())
  }

  /** What an earlier page of this visit could not send. */
  unsent(): Batch | null {
    try {
      return JSON.parse(localStorage.getItem(this.key) ?? 'null') as Batch | null
    } catch {
      return null
    }
  }

  begin(): void {
    this.began = true
    this.later()
  }

  reach(step: string): void {
    if (!this.steps.includes(step)) this.steps.push(step)
    if (this.began) this.later()
  }

  /** Keeps what is entered in this browser, whatever the form keeps: it was meant to be sent. */
  keepForReload(): void {
    this.owed = true
    this.keep(JSON.stringify(this.batch(true)))
  }

  /** Nothing more will be told: the form was sent. */
  finish(): void {
    this.over = true
    clearTimeout(this.timer)
    this.forget()
  }

  private later(): void {
    clearTimeout(this.timer)
    this.timer = window.setTimeout(() => this.flush(), REST)
  }

  private flush(leaving = false): void {
    clearTimeout(this.timer)
    const { data } = this.page
    if (this.over || !this.began || data.mode === 'preview') return
    const body = JSON.stringify(this.batch(data.keepUnfinished))
    if (data.keepUnfinished && !this.owed) this.keep(body)
    const address = `${location.pathname.replace(/\/$/, '')}/progress${location.search}`
    const headers = { 'content-type': 'application/json' }
    void fetch(address, { method: 'POST', headers, body, keepalive: leaving })
      .then(({ ok }) => {
        if (ok && !this.owed) this.forget()
      })
      .catch(() => undefined)
  }

  private batch(withValues: boolean): Batch {
    const values = withValues ? readValues(this.page) : {}
    return { ...ownFields(this.page), began: true, steps: this.steps, values }
  }

  private keep(body: string): void {
    try {
      localStorage.setItem(this.key, body)
    } catch {
      // Storage is full or forbidden; the server has what was sent so far.
    }
  }

  private forget(): void {
    try {
      localStorage.removeItem(this.key)
    } catch {
      // As above.
    }
  }
}
