import type { Form } from '../form/definition'
import { examineTests } from './tests'
import { examineOrder, type Reach } from './reach'
import { type Finding, finding } from './finding'
import { listed } from '../formats/listed'
import { type FormOutcome, nameOfOutcome, outcomesOf, type OutcomeWhen, tellOutcome } from '../form/outcomes'

/** A form of the workspace, as others may lead to it. */
interface KnownForm {
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
  const tried = form.outcomes.map(({ name, called, when }) => {
    const faults = examineTests(form, when, 'dispatch', name, `When visitors come to “${called}”`)
    return { about: name, called, condition: when, isFaulty: faults.length > 0, faults }
  })
  return [
    ...tried.flatMap(({ faults }) => faults),
    ...(examineOrder(form, tried, true)?.covered ?? []).map(tellCovered),
    ...outcomesOf(form).flatMap((outcome) => examineGoing(outcome, destinations)),
  ]
}

function tellCovered({ tried: { about, called }, by, example }: Reach['covered'][number]): Finding {
  const before = listed(by.map((one) => `“${one.called}”`))
  const everything = by.length === 1 && by[0]?.condition === null
  return {
    ...finding('warning', 'dispatch')(
      about,
      `Nobody comes to “${called}”: ${before} before it ${everything ? 'fits every answer' : `${by.length === 1 ? 'takes' : 'take'} whatever it fits`}.`,
    ),
    ...(!everything && { example }),
  }
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
