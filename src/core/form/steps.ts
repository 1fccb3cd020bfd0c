import type { Step } from './definition'

/** What a step is called: its title or, where it has none, its number. */
export const callStep = (
  steps: readonly Pick<Step, 'name' | 'title'>[],
  { name, title }: Pick<Step, 'name' | 'title'>,
) => title || `Step ${steps.findIndex((step) => step.name === name) + 1}`
