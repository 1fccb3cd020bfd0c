import { type Answers, valueIn } from '../answers/answer'
import type { Form } from '../form/definition'
import { mannerOf } from '../answers/registry'
import { findQuestion } from '../form/values'
import type { ListInfo, RecordState } from './snapshot'

/** One list joined, with the exact wording agreed to. */
export interface ListChange {
  list: string
  title: string
  wording: string
  because: string
}

/** Joins the lists whose consent was ticked. An unticked box leaves a membership as it is. */
export function joinLists(
  form: Form,
  values: Answers,
  contact: RecordState | null,
  lists: readonly ListInfo[],
): ListChange[] {
  return form.joins.flatMap(({ list, consent }) => {
    const question = findQuestion(form, consent)
    const info = lists.find(({ name }) => name === list)
    const wording = question && mannerOf(question).agreement?.(question)
    if (!info || !question || wording === undefined || valueIn(values, consent) !== true) return []
    if (contact?.lists.includes(list)) return []
    return [{ list, title: info.title, wording, because: `Ticked “${question.label}”` }]
  })
}
