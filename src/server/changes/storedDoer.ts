import type { Doer } from '@/core/changes/cause'

/** Whoever had something done that goes on by itself, as it is kept with it. */
export const storedDoer = ({ member_id: member, token_id: token, who }: Kept): Doer =>
  token === null ? { sort: 'member', id: member ?? '', name: who } : { sort: 'program', id: token, name: who }

interface Kept {
  member_id: string | null
  token_id: string | null
  who: string
}
