import type { Desk } from '../dispatch/desk'
import type { ListInfo } from '../records/record'
import type { Form, Message } from '../form/definition'
import { findQuestion } from '../form/values'
import { type Finding, finding } from './finding'

const fault = finding('fault', 'dispatch')
const warning = finding('warning', 'dispatch')

/** What a message waits for must come: hours of a desk need to be there, and a confirmation somebody who is asked. */
export function examineWait(
  message: Message,
  form: Form,
  { desks, lists }: { desks: readonly Desk[]; lists: readonly ListInfo[] },
): Finding[] {
  const { name, title, waits } = message
  if (waits === null || waits.for === 'time') return []
  if (waits.for === 'confirmed') return examineConfirmed(message, form, lists)
  const desk = desks.find((one) => one.name === waits.desk)
  if (desk?.hours) return []
  const what = desk ? `${desk.title}, which has none yet` : `the desk “${waits.desk}”, which does not exist`
  return [fault(name, `“${title}” goes out in the hours of ${what}.`)]
}

function examineConfirmed({ name, title, to }: Message, form: Form, lists: readonly ListInfo[]): Finding[] {
  if (to === 'desk')
    return [
      warning(name, `“${title}” waits until a visitor has confirmed, and a desk learns nothing of whoever does not.`),
    ]
  const asks = form.joins.some(
    ({ list, consent }) => findQuestion(form, consent) && lists.some((one) => one.name === list && one.confirm),
  )
  return asks
    ? []
    : [
        warning(
          name,
          `“${title}” waits until a visitor has confirmed; the form asks for no list that is confirmed by mail, so it goes out at once.`,
        ),
      ]
}
