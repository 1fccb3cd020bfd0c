import { AlignLeft, AtSign, CircleDot, Hash, type LucideIcon, Route, SquareCheck, TextCursorInput } from 'lucide-react'
import type { Question } from '@/core/form/definition'
import { KIND_WORDS } from '@/core/form/describe'

const MARKS: Record<Question['kind'] | 'carried', LucideIcon> = {
  short_text: TextCursorInput,
  long_text: AlignLeft,
  email: AtSign,
  number: Hash,
  single_choice: CircleDot,
  consent: SquareCheck,
  carried: Route,
}

/** A kind's icon, with the kind's name for those who point or listen. */
export function KindMark({ kind }: { kind: Question['kind'] | 'carried' }) {
  const Icon = MARKS[kind]
  const words = kind === 'carried' ? 'Carried value' : KIND_WORDS[kind]
  return (
    <span title={words} className="shrink-0 text-soft">
      <Icon size={14} aria-hidden="true" />
      <span className="sr-only">{words}: </span>
    </span>
  )
}
