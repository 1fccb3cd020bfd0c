import type { Doer } from '@/core/changes/cause'

/** Whoever had something done that goes on by itself, as it is kept with it. */
export const storedDoer = ({ member_id: member, token_id: token, who }: Kept): Doer =>
  token === null ? { sort: 'member', id: member ?? '', name: who } : { sort: 'program', id: token, name: who }

interface Kept {
  member_id: string | null
  token_id: string | null
  who: string
}

/** Whoever has something done that will go on by itself, as it is kept with it. */
export const keepDoer = (by: Doer): Kept => ({
  member_id: by.sort === 'member' ? by.id : null,
  token_id: by.sort === 'program' ? by.id : null,
  who: by.name,
})
