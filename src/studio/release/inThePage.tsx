import { useState } from 'react'
import { placedHtml } from '@/core/form/frame_html'
import { Copy } from '../ui/copy'

/** A form that stands in the page of a site itself, and what the site's content policy has to allow for it. */
export function InThePage({ url, title }: { url: string; title: string }) {
  const [letters, setLetters] = useState(false)
  const text = placedHtml(url, title, letters)
  return (
    <div className="grid min-w-0 justify-items-start gap-1">
      <code className="name break-all whitespace-pre-wrap">{text}</code>
      <span className="flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={letters} onChange={({ target }) => setLetters(target.checked)} />
          In the site’s own letters
        </label>
        <Copy what="element" text={text} />
      </span>
      <span className="text-soft">
        As wide as there is room, and as tall as it is. The site’s style does not reach it, but what is typed is in
        reach of the site’s scripts; so nobody who is known is greeted there, and personal links lead to the form’s own
        page.
      </span>
      <span className="text-soft">
        A content policy allows it by <code className="name break-all">{placedPolicy(url)}</code>
      </span>
      <Copy what="policy for it" text={placedPolicy(url)} />
    </div>
  )
}

/** What a content policy (CSP) has to allow for the element: its script and style, letters and pictures, and what is sent. */
const placedPolicy = (url: string): string => {
  const { origin } = new URL(url)
  return ['script-src', 'style-src', 'font-src', 'img-src', 'connect-src'].map((what) => `${what} ${origin}`).join('; ')
}
