import type { Speech } from '../language/texts'
import { languageOf } from '../language/languages'
import { examineTemplate, renderLineOr, renderOr } from '../form/template'
import { LIST_MERGE_FIELDS, type ListMergeFields, type ListWords } from '../records/list_words'
import type { ListInfo } from '../records/record'
import { keepApart } from '../formats/direction'
import { type PlannedMessage, type Sender, senderOf } from './messages'

/** Who is asked to confirm which lists, and how they are spoken to. */
export interface Asking {
  lists: readonly ListInfo[]
  email: string
  from: Sender
  speech: Speech
}

/** The one mail that asks somebody to confirm that they join lists: in the words of the first of them, or in ours. */
export function askToConfirm({ lists, email, from, speech }: Asking, because: string): PlannedMessage {
  const fields = fieldsOf({ lists, email, from, speech })
  const words = wordsOf(lists, speech)
  const [subject, body] = [
    speech.tell('join_mail_subject', { lists: fields.lists }),
    speech.tell('join_mail', { name: from.name, lists: fields.lists }),
  ]
  return {
    message: 'confirm',
    desk: null,
    title: 'Asks to confirm',
    audience: 'visitor',
    to: [email],
    from: senderOf(from),
    replyTo: null,
    subject: words?.subject ? renderLineOr(words.subject, fields, subject) : subject,
    text: words?.body ? renderOr(words.body, fields, body) : body,
    join: speech.tell('join_mail_here'),
    because,
  }
}

/** What the page says before it tells what was agreed to. */
export const tellAsked = (asking: Asking): string =>
  inTheirWords(asking, 'page', ({ from, speech }) => speech.tell('join_text', { name: from.name }))

/** What is read by whoever has confirmed. */
export const tellConfirmed = (asking: Asking): string =>
  inTheirWords(asking, 'thanks', ({ speech }, { lists }) => speech.tell('join_kept', { lists }))

/** A text of the list’s own words, or ours. */
function inTheirWords(
  asking: Asking,
  part: 'page' | 'thanks',
  sayOurs: (asking: Asking, fields: ListMergeFields) => string,
): string {
  const fields = fieldsOf(asking)
  const theirs = wordsOf(asking.lists, asking.speech)?.[part]
  const ours = sayOurs(asking, fields)
  return theirs ? renderOr(theirs, fields, ours) : ours
}

/** What is wrong with a text of a list’s words; `null` for nothing. */
export function findUnfitText(text: string): string | null {
  const examined = examineTemplate(text)
  if ('error' in examined) return `It cannot be read: ${examined.error}`
  const known: readonly string[] = LIST_MERGE_FIELDS
  const strange = examined.uses.find(({ path }) => !known.includes(path))
  return strange ? `It can tell ${known.join(', ')}, and no “${strange.path}”` : null
}

/** The words of the first list that has any in the language that is spoken. */
function wordsOf(lists: readonly ListInfo[], { locale }: Speech): ListWords | undefined {
  const { tag } = languageOf(new Intl.Locale(locale).language)
  return lists.flatMap(({ confirm }) => confirm?.[tag] ?? [])[0]
}

const fieldsOf = ({ lists, email, from, speech }: Asking): ListMergeFields => ({
  lists: speech.list(lists.map(({ title }) => keepApart(title))),
  from: from.name,
  address: email,
})
