import { makeFrame } from './make_frame'
import { put } from './put'

interface Over {
  form: string
  title: string
  to: URL
  /** At what it comes: `button`, `link`, `after` or `leaving`; for anything else it never does. */
  how: string
  place: HTMLScriptElement
}

/** In seconds, where nobody says after how many it comes. */
const USUALLY = 20

/** Has a form come over the page. By itself it comes once, and never again to whoever has sent it. */
export function comeOver(over: Over): void {
  const { how, form, place } = over
  let dialog: HTMLDialogElement | null = null
  // Left and opened again, what was typed is still there; once it was sent, it begins anew.
  const open = () => (dialog ??= makeDialog(over, () => (dialog = null))).showModal()
  const openOnce = () => {
    if (isKept(form) || document.querySelector('dialog[open]')) return
    keep(form, 'seen')
    open()
  }
  if (how === 'button') addButton(place, place.dataset.label || over.title, open)
  if (how === 'link') openAtLinks(over.to, open)
  if (how === 'after') setTimeout(openOnce, 1000 * (Number(place.dataset.seconds) || USUALLY))
  if (how === 'leaving')
    document.documentElement.addEventListener('mouseleave', ({ clientY }) => {
      // Towards the bar of addresses and tabs, and not aside.
      if (clientY <= 0) openOnce()
    })
}

function addButton(place: HTMLScriptElement, label: string, open: () => void): void {
  const button = document.createElement('button')
  button.type = 'button'
  button.textContent = label
  button.addEventListener('click', open)
  put(button, place)
}

/** Every link to the form opens it here, where it would go there without this script. */
const openAtLinks = (to: URL, open: () => void): void =>
  document.addEventListener('click', (event) => {
    const link = event.target instanceof Element ? event.target.closest('a') : null
    const isPlain = event.button === 0 && !event.metaKey && !event.ctrlKey && !event.shiftKey && !event.altKey
    if (!link || !isPlain || link.origin !== to.origin || link.pathname !== to.pathname) return
    event.preventDefault()
    open()
  })

/** The form in a dialog; `onDone` is called as it is left after it was sent. */
function makeDialog({ form, title, to, place }: Over, onDone: () => void): HTMLDialogElement {
  const dialog = document.createElement('dialog')
  dialog.setAttribute('aria-label', title)
  Object.assign(dialog.style, {
    boxSizing: 'border-box',
    width: 'min(46rem, calc(100vw - 1rem))',
    maxWidth: 'none',
    maxHeight: 'calc(100vh - 1rem)',
    padding: '0',
    border: '0',
    overflow: 'auto',
    background: '#fff',
    boxShadow: '0 0 0 100vmax rgb(0 0 0 / 55%)',
  })
  const close = document.createElement('button')
  close.type = 'button'
  close.textContent = place.dataset.close || 'Close'
  Object.assign(close.style, { display: 'block', margin: '0.5rem 0.5rem 0.5rem auto', font: 'inherit' })
  const framed = makeFrame(to, title)
  const leave = () => dialog.close()
  close.addEventListener('click', leave)
  framed.onLeave = leave
  let isSent = false
  framed.onSent = () => {
    isSent = true
    keep(form, 'sent')
  }
  // The browser puts the focus back to where it was.
  dialog.addEventListener('close', () => {
    if (!isSent) return
    dialog.remove()
    onDone()
  })
  dialog.append(close, framed.frame)
  document.body.append(dialog)
  return dialog
}

const keyOf = (form: string): string => `lichen over ${form}`

const isKept = (form: string): boolean => {
  try {
    return localStorage.getItem(keyOf(form)) !== null
  } catch {
    // Where nothing can be kept, it would come on every page.
    return true
  }
}

const keep = (form: string, what: 'seen' | 'sent'): void => {
  try {
    localStorage.setItem(keyOf(form), what)
  } catch {
    // It does not come by itself where nothing can be kept.
  }
}
