import { shuffle } from '@/core/answers/choices'

/** Things in the order that this visitor gets them: where they are shuffled, the same for all of one visit. */
export const orderFor = <T>(
  things: readonly T[],
  { name, shuffled }: { name: string; shuffled: boolean },
  visit: string,
): T[] => (shuffled ? shuffle(things, `${visit} ${name}`) : [...things])
