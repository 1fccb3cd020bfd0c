/**
 * What a site asks for where a form shall stand: this puts the form there, in a frame that is as tall as the form. It runs
 * on somebody else's page, so it touches nothing there but its own frame, keeps nothing unless asked to, and does nothing
 * that a content policy which allows us as a source of scripts and of frames would stop.
 *
 *     <script async src="https://lichen.example/frame.js" data-form="firing-notes" data-title="Firing notes"></script>
 */

const TAGS = ['utm_source', 'utm_medium', 'utm_campaign', 'utm_term', 'utm_content']
/** Where a site keeps the first page of a visit, for as long as its tab is open. */
const FIRST = 'lichen first page'
/** Longest address that is taken along. */
const LONGEST = 1000
/** Before the form has said how tall it is, in rem, and the tallest that a frame gets, in pixels. */
const AT_FIRST = '44rem'
const TALLEST = 20_000

const place = document.currentScript
if (place instanceof HTMLScriptElement) stand(place)

function stand(script: HTMLScriptElement): void {
  const first = script.dataset.firstPage === undefined ? null : firstPage()
  const { form, title = '' } = script.dataset
  // Without a form, it stands on a page only to know where the visit began.
  if (!form) return
  const to = new URL(`f/${encodeURIComponent(form)}`, script.src)
  carry(to, first)
  const frame = makeFrame(to, title)
  if (!document.head.contains(script)) return script.after(frame)
  // Nothing in a head is shown.
  if (document.body) document.body.append(frame)
  else addEventListener('DOMContentLoaded', () => document.body.append(frame))
}

/** Takes along what the form's own server cannot see: the page before, the first page, and tags of either. */
function carry(to: URL, first: string | null): void {
  const here = new URLSearchParams(location.search)
  const tagged = first === null || TAGS.some((tag) => here.has(tag)) ? here : new URL(first).searchParams
  for (const tag of TAGS) for (const value of tagged.getAll(tag)) to.searchParams.append(tag, value)
  if (document.referrer) to.searchParams.set('page_before', document.referrer.slice(0, LONGEST))
  if (first !== null) to.searchParams.set('first_page', first.slice(0, LONGEST))
}

function firstPage(): string {
  const here = location.origin + location.pathname + location.search
  try {
    const known = sessionStorage.getItem(FIRST)
    if (known !== null && URL.canParse(known)) return known
    sessionStorage.setItem(FIRST, here)
  } catch {
    // The browser keeps nothing for this site.
  }
  return here
}

function makeFrame(to: URL, title: string): HTMLIFrameElement {
  const frame = document.createElement('iframe')
  frame.src = to.href
  frame.title = title
  frame.referrerPolicy = 'no-referrer-when-downgrade'
  Object.assign(frame.style, { display: 'block', width: '100%', height: AT_FIRST, border: '0' })
  addEventListener(
    'message',
    ({ source, origin, data }: MessageEvent<{ lichen?: unknown; height?: unknown } | null>) => {
      if (source !== frame.contentWindow || origin !== to.origin || data?.lichen !== 'height') return
      if (typeof data.height === 'number') frame.style.height = `${Math.ceil(Math.min(data.height, TALLEST))}px`
    },
  )
  let pages = 0
  // The next page begins at its top, however far down the one before was read.
  frame.addEventListener('load', () => {
    if (++pages > 1 && frame.getBoundingClientRect().top < 0) frame.scrollIntoView()
  })
  return frame
}
