import { type LucideIcon, Route } from 'lucide-react'
import { type KindName, mannerOf } from '@/core/kinds/registry'
import { markOf } from '../kinds/registry'

/** A kind's icon, with the kind's name for those who point or listen. */
export const KindMark = ({ kind }: { kind: KindName }) => <Mark Icon={markOf(kind)} words={mannerOf({ kind }).words} />

/** The same for what is carried along. */
export const CarriedMark = () => <Mark Icon={Route} words="Carried value" />

const Mark = ({ Icon, words }: { Icon: LucideIcon; words: string }) => (
  <span title={words} className="shrink-0 text-soft">
    <Icon size={14} aria-hidden="true" />
    <span className="sr-only">{words}: </span>
  </span>
)
