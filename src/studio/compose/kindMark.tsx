import { Route } from 'lucide-react'
import { type KindName, mannerOf } from '@/core/answers/registry'
import { markOf } from '../kinds/registry'

/** A kind's icon, with the kind's name for those who point or listen. */
export function KindMark({ kind }: { kind: KindName | 'carried' }) {
  const Icon = kind === 'carried' ? Route : markOf(kind)
  const words = kind === 'carried' ? 'Carried value' : mannerOf({ kind }).words
  return (
    <span title={words} className="shrink-0 text-soft">
      <Icon size={14} aria-hidden="true" />
      <span className="sr-only">{words}: </span>
    </span>
  )
}
