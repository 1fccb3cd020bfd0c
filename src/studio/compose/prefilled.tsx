import { fillFromLinks, prefillLink } from '@/core/fill/prefilled_link'
import { labelOf } from '@/core/form/values'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { Copy } from '../ui/copy'
import { Only } from '../ui/here'
import { toast } from '../ui/toast'

/** A link that fills in what is filled in, as far as the form lets links do that; a press lets them. */
export function Prefilled({ values }: { values: Record<string, string> }) {
  const { form, facts, edit, undo } = useDraft((state) => state)
  const { url, filled, left } = prefillLink(form, facts.publicUrl, values)
  if (filled.length === 0 && left.length === 0) return null
  const letThem = () => {
    edit((before) => fillFromLinks(before, left))
    toast('Links fill them in, once it is released', { action: { label: 'Undo', onClick: undo } })
  }
  return (
    <section aria-label="A link that fills this in" className="mt-1.5">
      {filled.length > 0 && (
        <p className="flex items-center gap-2">
          <Copy what="link that fills this in" text={url} />
          <span className="min-w-0 truncate text-soft" title={url}>
            a link that fills in {filled.map((name) => labelOf(form, name)).join(', ')}
          </span>
        </p>
      )}
      {left.length > 0 && (
        <Only may="edit">
          <p className="mt-1 flex items-center gap-2">
            <Button onClick={letThem}>Let links fill in</Button>
            <span className="min-w-0 truncate text-soft">{left.map((name) => labelOf(form, name)).join(', ')}</span>
          </p>
        </Only>
      )}
    </section>
  )
}
