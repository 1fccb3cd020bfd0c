/**
 * What a site asks for where a form shall stand. It runs on somebody else's page, so it touches nothing there but what it
 * adds, keeps nothing unless asked to, and does nothing that a content policy which allows us as a source of scripts and of
 * frames would stop.
 *
 *     <script async src="https://lichen.example/frame.js" data-form="firing-notes" data-title="Firing notes"></script>
 *
 * `data-over` has the form come over the page instead: at a `button` that stands there, at every `link` to it, `after` so
 * many `data-seconds`, or on `leaving`.
 */
import { addressOf, firstPage } from './address'
import { makeFrame } from './make_frame'
import { comeOver } from './over'
import { put } from './put'

const script = document.currentScript
if (script instanceof HTMLScriptElement) stand(script)

function stand(place: HTMLScriptElement): void {
  const { form, title = '', over } = place.dataset
  const first = place.dataset.firstPage === undefined ? null : firstPage()
  // Without a form, it stands on a page only to know where the visit began.
  if (!form) return
  const to = addressOf(form, place.src, over === undefined ? 'script' : 'over', first)
  if (over !== undefined) comeOver({ form, title, to, how: over, place })
  else put(makeFrame(to, title).frame, place)
}
