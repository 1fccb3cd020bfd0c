import { type Answers, valueIn } from '../answers/answer'
import type { Form } from '../form/definition'
import { say } from '../form/said'
import type { Spoken } from '../form/spoken'
import { vocabularyOf } from '../form/vocabulary'
import { holds } from '../logic/condition'
import { describeCondition } from '../logic/describe'
import { mannerOf } from '../kinds/registry'
import { findQuestion } from '../form/values'
import type { Consent } from './consent'
import type { ListInfo, RecordState } from './record'

/** One list joined, with the wording agreed to, exactly as this person read it. */
export interface ListChange {
  list: string
  title: string
  wording: string
  because: string
  /** How it was agreed to; left out by plans of before that was kept. */
  consent?: Consent
  /** They are on it only once they confirm it by the mail that asks them to. */
  pending?: true
}

/** Who agrees: the address they do it with, and what shows that it is theirs. */
type Sender = Pick<Consent, 'address' | 'proven' | 'locale'>

/**
 * Joins the lists whose consent was ticked, where what else they ask for holds. An unticked box leaves a membership as it is. A list that is confirmed by
 * mail is joined at once only by whoever has shown already that the address is theirs.
 */
export function joinLists(
  { form, speech }: Pick<Spoken, 'form' | 'speech'>,
  values: Answers,
  contact: RecordState | null,
  lists: readonly ListInfo[],
  sender: Sender,
): ListChange[] {
  const joined = form.joins.flatMap((join): ListChange[] => {
    const { list, consent } = join
    const question = findQuestion(form, consent)
    const info = lists.find(({ name }) => name === list)
    const agreement = question && mannerOf(question).agreement?.(question)
    if (!info || !question || agreement === undefined || !isAgreed(join, values)) return []
    if (contact?.lists.includes(list)) return []
    const wording = say(form, agreement, values, speech)
    const ticked = `Ticked “${question.label}”${join.when ? `, and ${describeCondition(vocabularyOf(form), join.when)}` : ''}`
    const change = { list, title: info.title, wording, consent: sender }
    return [
      info.confirm && sender.proven === null
        ? { ...change, because: `${ticked}, and is asked by mail to confirm it`, pending: true }
        : {
            ...change,
            because: sender.proven && info.confirm ? `${ticked}, known by their ${BY[sender.proven]}` : ticked,
          },
    ]
  })
  // Of several consents to one list, the first that holds is kept.
  return joined.filter(({ list }, place) => joined.findIndex((one) => one.list === list) === place)
}

const BY = { link: 'personal link', browser: 'remembered browser', mail: 'mail' }

const isAgreed = ({ consent, when }: Form['joins'][number], values: Answers): boolean =>
  valueIn(values, consent) === true && holds(when, values)

/**
 * Whether a visitor is told to look into their mail. It depends on what they ticked and not on whether they are on the
 * list already: what is told must show nobody who is on it. `confirmed` are the lists that are confirmed by mail.
 */
export const isAskedByMail = (
  form: Pick<Form, 'joins'>,
  values: Answers,
  confirmed: readonly string[],
  { proven }: Pick<Consent, 'proven'>,
): boolean => proven === null && form.joins.some((join) => confirmed.includes(join.list) && isAgreed(join, values))
