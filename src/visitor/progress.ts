import { type Asked, stepsShown } from '@/core/answers/check'

/** How far a step is on this visitor's own way: steps in which nothing shows do not count. */
export function tellProgress(form: Asked, shown: readonly string[], step: string): string {
  const steps = stepsShown(form, shown)
  const at = steps.findIndex(({ name }) => name === step)
  return at < 0 ? '' : `Step ${at + 1} of ${steps.length}`
}
