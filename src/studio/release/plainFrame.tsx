import { useState } from 'react'
import { fittedFrameHtml, frameHtml, type FrameHeights } from '@/core/form/frame_html'
import { Button } from '../ui/button'
import { Copy } from '../ui/copy'
import { useWithin } from '../ui/here'
import { toast } from '../ui/toast'
import { measureForm } from './measureForm'

/** A frame that needs no script, with a height that is chosen, or measured. */
export function PlainFrame({ url, title, slug }: { url: string; title: string; slug: string }) {
  const inHere = useWithin()
  const [heights, setHeights] = useState<FrameHeights | null>(null)
  const [busy, setBusy] = useState(false)
  const text = heights ? fittedFrameHtml(url, title, heights) : frameHtml(url, title)
  const measure = async () => {
    setBusy(true)
    const measured = await measureForm(inHere(`/preview/${slug}`))
    setBusy(false)
    if (measured) setHeights(measured)
    else toast('It could not be measured. Try again in a moment.')
  }
  return (
    <div className="grid min-w-0 justify-items-start gap-1">
      <code className="name break-all whitespace-pre-wrap">{text}</code>
      <span className="flex flex-wrap items-center gap-2">
        <Button disabled={busy} onClick={() => void measure()}>
          {busy ? 'Measuring…' : 'Fit its height'}
        </Button>
        <Copy what="frame" text={text} />
        <span className="text-soft">
          {heights
            ? `As tall as its tallest step in the draft, with every question: ${heights.narrow} pixels on telephones, ${heights.wide} else.`
            : 'It needs no script; what is taller scrolls in it.'}
        </span>
      </span>
    </div>
  )
}
