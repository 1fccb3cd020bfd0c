import { nameSchema } from '../answers/name'
import type { SourceRules } from './source'

export const settings = () => ({ list: nameSchema.describe('Name of the list') })

/** Whether they are on a list, told to nobody who is not known: yes or no, and nothing of strangers. */
export const rules: SourceRules<{ list: string }> = {
  words: 'whether they are on a list (who is known)',
  origin: 'record',
  begin: (_, { lists }) => ({ list: lists[0]?.name ?? 'list' }),
  look: ({ list }, { holder }) => ({ raw: holder && holder.lists.includes(list), origin: 'record' }),
  describe: ({ list }, { lists }) => `on ${lists.find(({ name }) => name === list)?.title ?? list} · record`,
  stored: ({ list }) => ({ read: 'list', list }),
}
