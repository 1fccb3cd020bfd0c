import type { Answers } from '../answers/answer'
import type { Picture } from '../answers/pictures'
import type { Form } from '../form/definition'
import type { FormOutcome } from '../form/outcomes'
import { holds } from '../logic/condition'
import { type MergeFacts, mergeFields, reasonOf, renderLine, renderLineOr, renderTemplate } from '../form/template'

/** What one visitor sees after sending. Those stored before there were several have a title and a body only. */
export interface Outcome {
  title: string
  body: string
  /** Why it is this one. */
  because?: string
  /** Whether they are asked by mail to confirm what they join, and are told to look there. */
  asked?: true
  /** Whether it lists what was sent. */
  summary?: boolean
  picture?: Picture | null
  links?: { label: string; address: string }[]
  /** Where they go at once instead of reading it. */
  goesTo?: FormOutcome['goesTo']
}

/** Said where a form's own words cannot be made: sending never fails for them. */
const PLAIN = { title: 'Thank you', body: 'We have your answers.' }

export interface ChosenOutcome {
  outcome: Outcome
  /** What of the form's own words could not be made, and why. */
  unmade: string[]
}

/** Chooses the first outcome that fits, and writes it for one visitor. */
export function chooseOutcome(form: Form, values: Answers, facts: MergeFacts): ChosenOutcome {
  const fields = mergeFields(form, values, { ...facts, reader: 'visitor' })
  const unmade: string[] = []
  const fitting = form.outcomes.find(({ when }) => holds(when, values))
  const chosen = fitting ?? form.outcome
  const make = (part: keyof typeof PLAIN, render: typeof renderTemplate): string => {
    try {
      return render(chosen[part], fields)
    } catch (error) {
      unmade.push(
        `The visitor read “${PLAIN[part]}”, since the outcome’s ${part} cannot be written: ${reasonOf(error)}`,
      )
      return PLAIN[part]
    }
  }
  const { summary, picture, links, goesTo } = chosen
  // A link is told by where it leads where there are no words for it.
  const sayLink = ({ label, address }: (typeof links)[number]) => ({
    label: renderLineOr(label, fields, '') || address,
    address,
  })
  const outcome: Outcome = {
    title: make('title', renderLine),
    body: make('body', renderTemplate),
    because: fitting
      ? `“${fitting.called}” is the first that fits`
      : form.outcomes.length > 0
        ? 'None with a condition fits'
        : 'The form’s only outcome',
    ...(summary ? { summary } : {}),
    ...(picture ? { picture: { ...picture, alt: renderLineOr(picture.alt, fields, '') } } : {}),
    ...(links.length > 0 ? { links: links.map(sayLink) } : {}),
    ...(goesTo ? { goesTo } : {}),
  }
  return { outcome, unmade }
}
