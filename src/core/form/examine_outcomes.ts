import type { Form } from './definition'
import { examineTests } from './examine_tests'
import { type Finding, finding } from './finding'
import { type FormOutcome, nameOfOutcome, outcomesOf, type OutcomeWhen, tellOutcome } from './outcomes'

/** A form of the workspace, as others may lead to it. */
export interface KnownForm {
  slug: string
  name: string
  /** Whether it takes answers. */
  live: boolean
  /** Addresses it had before, which lead on to it. */
  before?: readonly string[]
}

/** The form that an address leads to. */
export const formAt = (forms: readonly KnownForm[], address: string): KnownForm | undefined =>
  forms.find(({ slug, before = [] }) => slug === address || before.includes(address))

/** Where visitors of a workspace's forms may go on to. */
export interface Destinations {
  forms: readonly KnownForm[]
  /** Sites of other pages, such as `https://www.studio.example`. */
  sites: readonly string[]
}

/** Whether an address lies on a site that visitors may be sent to. */
export const isOnSite = (address: string, sites: readonly string[]): boolean =>
  URL.canParse(address) && sites.includes(new URL(address).origin)

/** Examines when visitors come to which outcome, and where they go on to. */
export function examineOutcomes(form: Form, destinations: Destinations): Finding[] {
  const always = form.outcomes.findIndex(({ when }) => when === null)
  return [
    ...form.outcomes.flatMap(({ name, called, when }, index) => [
      ...examineTests(form, when, 'dispatch', name, `When visitors come to “${called}”`),
      ...(always >= 0 && index > always
        ? [
            finding('warning', 'dispatch')(
              name,
              `Nobody comes to “${called}”: “${form.outcomes[always]?.called}” before it fits every answer.`,
            ),
          ]
        : []),
    ]),
    ...outcomesOf(form).flatMap((outcome) => examineGoing(outcome, destinations)),
  ]
}

function examineGoing(outcome: FormOutcome | OutcomeWhen, { forms, sites }: Destinations): Finding[] {
  const { goesTo } = outcome
  const about = nameOfOutcome(outcome)
  const what = tellOutcome(outcome, 'The')
  if (goesTo?.to === 'address')
    return isOnSite(goesTo.address, sites)
      ? []
      : [
          finding('fault', 'dispatch')(
            about,
            `${what} goes on to ${goesTo.address}, which lies on no site that Settings allows.`,
          ),
        ]
  if (goesTo?.to !== 'form') return []
  const next = formAt(forms, goesTo.form)
  if (!next)
    return [finding('fault', 'dispatch')(about, `${what} goes on to the form “${goesTo.form}”, which is none.`)]
  return next.live
    ? []
    : [
        finding('warning', 'dispatch')(
          about,
          `${what} goes on to “${next.name}”, which takes no answers now: until it does, visitors read the outcome’s own words.`,
        ),
      ]
}
