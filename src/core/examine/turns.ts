import { storedFills } from '../fill/stored_fills'
import type { Form } from '../form/definition'
import { questionsAsked } from '../form/values'
import { mannerOf } from '../kinds/registry'
import { type Finding, finding } from './finding'

const fault = finding('fault', 'compose')
const warn = finding('warning', 'compose')

/** What is wrong with questions that are asked in turn, and with what a form does once all is known. */
export function examineTurns(form: Form): Finding[] {
  const inTurn = questionsAsked(form).filter(({ question }) => question.turn !== null)
  if (inTurn.length === 0) return []
  return [
    ...inTurn.flatMap(({ question }): Finding[] => {
      const { name, label } = question
      const manner = mannerOf(question)
      if (manner.isAddress)
        return [fault(name, `“${label}” tells who it is, and so is always asked: it cannot be asked in turn.`)]
      if (!manner.fillable)
        return [fault(name, `What people agree to is asked for each time: “${label}” cannot be asked in turn.`)]
      return storedFills(question).length > 0
        ? []
        : [
            warn(
              name,
              `“${label}” is asked in turn, and nothing tells when it is known: fill it from a field of theirs, or land all of it in one of the contact or the company.`,
            ),
          ]
    }),
    ...examineAllKnown(form),
  ]
}

function examineAllKnown(form: Form): Finding[] {
  const { allKnown, greeting } = form.turns
  if (allKnown === 'greeting' && greeting === '')
    return [warn('', 'Where all is known a greeting is said, and it is empty.')]
  if (allKnown !== 'outcome') return []
  const skipped = questionsAsked(form)
    .filter(({ question }) => question.turn === null && question.required && question.fill.length === 0)
    .map(({ question }) => `“${question.label}”`)
  return skipped.length === 0
    ? []
    : [warn('', `Where all is known visitors come to the outcome at once, and are never asked ${skipped.join(', ')}.`)]
}
