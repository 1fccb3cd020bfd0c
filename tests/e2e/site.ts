import { facts } from './studio'

/** The Bench's small site, and its pages with forms on them. */
export const site = new URL(facts.bench).origin

export const siteAt = (page: string, ...forms: string[]): string =>
  `${site}/site/${page}?${new URLSearchParams(forms.map((form) => ['form', form]))}`

/** Asked once the clay is answered: with it a form grows. */
export const askTown = {
  kind: 'long_text' as const,
  name: 'town',
  label: 'Which town?',
  shownWhen: { value: 'clay', is: 'answered' as const },
}
