import type { KindName } from '@/core/answers/registry'
import { consent } from './consent'
import type { VisitorKind } from './control'
import { email } from './email'
import { long_text } from './long_text'
import { number } from './number'
import { short_text } from './short_text'
import { single_choice } from './single_choice'

/** How a visitor's page asks every kind. Adding a kind adds one line here. */
const KINDS: { [K in KindName]: VisitorKind<K> } = { consent, email, long_text, number, short_text, single_choice }

export const visitorKindOf = (kind: KindName): VisitorKind => KINDS[kind] as unknown as VisitorKind
