import { type Form, USUAL_RECORDS } from './definition'
import { tellDifferences } from './differences'

/** A form without what happens out of visitors' sight: where answers land, who is told, what is carried. */
const asVisitorsSee = (form: Form): Form => ({
  ...form,
  steps: form.steps.map((step) => ({
    ...step,
    questions: step.questions
      .filter(({ off }) => !off)
      .map((question) => ({
        ...question,
        lands: [],
        fill: [],
        sentAs: undefined,
      })),
  })),
  carried: [],
  records: USUAL_RECORDS,
  joins: [],
  routing: { hit: 'first', columns: [], rows: [], otherwise: null },
  messages: form.messages.filter(({ to }) => to === 'visitor'),
  targets: [],
  inSearch: false,
  framedBy: [],
  sentFrom: [],
})

/** What of a change visitors will notice, in words; empty for nothing. */
export const tellVisitorsDifferences = (before: Form, after: Form): string[] =>
  tellDifferences(asVisitorsSee(before), asVisitorsSee(after))
