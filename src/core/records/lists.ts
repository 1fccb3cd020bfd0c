import { type Answers, valueIn } from '../answers/answer'
import { say } from '../form/said'
import type { Spoken } from '../form/spoken'
import { mannerOf } from '../kinds/registry'
import { findQuestion } from '../form/values'
import type { ListInfo, RecordState } from './record'

/** One list joined, with the wording agreed to, exactly as this person read it. */
export interface ListChange {
  list: string
  title: string
  wording: string
  because: string
}

/** Joins the lists whose consent was ticked. An unticked box leaves a membership as it is. */
export function joinLists(
  { form, speech }: Pick<Spoken, 'form' | 'speech'>,
  values: Answers,
  contact: RecordState | null,
  lists: readonly ListInfo[],
): ListChange[] {
  return form.joins.flatMap(({ list, consent }) => {
    const question = findQuestion(form, consent)
    const info = lists.find(({ name }) => name === list)
    const agreement = question && mannerOf(question).agreement?.(question)
    if (!info || !question || agreement === undefined || valueIn(values, consent) !== true) return []
    if (contact?.lists.includes(list)) return []
    const wording = say(form, agreement, values, speech)
    return [{ list, title: info.title, wording, because: `Ticked “${question.label}”` }]
  })
}
