import { useState } from 'react'
import type { PointedHtml } from '@/server/inlets/point_html'
import { Button } from '../ui/button'
import { Copy } from '../ui/copy'
import { TextField } from '../ui/field'
import { useRun } from '../ui/useRun'
import { pointHtmlAction } from './actions'

/** Somebody's own HTML, given back pointing here. */
export function TheirHtml({ slug, name }: { slug: string; name: string }) {
  const [html, setHtml] = useState('')
  const [pointed, setPointed] = useState<PointedHtml | null>(null)
  const { busy, run } = useRun()
  const point = async () => setPointed((await run(() => pointHtmlAction({ slug, name, html }))) ?? null)
  return (
    <section>
      <h2 className="mb-1.5">
        Their own HTML <span className="font-normal text-soft">— put in the form’s, and get it back pointing here</span>
      </h2>
      <div className="grid min-w-0 gap-2">
        <TextField label="The HTML of the form elsewhere" hideLabel mono rows={5} value={html} onCommit={setHtml} />
        <span>
          <Button disabled={busy || html.trim() === ''} onClick={() => void point()}>
            Point it here
          </Button>
        </span>
        {pointed !== null &&
          (pointed.forms === 0 ? (
            <p role="alert" className="text-red">
              There is no form in it. Put in everything from <code className="name">&lt;form</code> to{' '}
              <code className="name">&lt;/form&gt;</code>.
            </p>
          ) : (
            <>
              <pre
                aria-label="Their HTML, pointing here"
                role="region"
                tabIndex={0}
                className="name max-h-72 overflow-auto border border-rule bg-panel p-2 whitespace-pre"
              >
                {pointed.html}
              </pre>
              <span className="flex flex-wrap items-center gap-2">
                <Copy what="HTML" text={pointed.html} />
                <span className="text-soft">
                  {pointed.fields.length === 0
                    ? 'It has no field with a name: nothing is sent.'
                    : `It sends ${pointed.fields.join(', ')}.`}
                  {pointed.nameless > 0 && ` Fields without a name, which send nothing: ${pointed.nameless}.`}
                </span>
              </span>
            </>
          ))}
      </div>
    </section>
  )
}
