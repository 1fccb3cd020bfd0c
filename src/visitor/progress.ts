import type { Way } from '@/core/form/walk'

/** How far a step is on this visitor's own way: steps in which nothing shows do not count. */
export function tellProgress({ steps }: Pick<Way, 'steps'>, step: string): string {
  const at = steps.findIndex(({ name }) => name === step)
  return at < 0 ? '' : `Step ${at + 1} of ${steps.length}`
}
