import type { Answers } from '../../answers/answer'
import type { RecordType } from '../../fields/field'
import type { MailFile } from '../attachments'

/** What each target sends, by its name. A new target adds its body here, and a line in each of the registries. */
export interface Bodies {
  mail: MailBody
  crm: CrmBody
  webhook: WebhookBody
}

export type TargetName = keyof Bodies

/** A delivery complete enough to be sent, and sent again, without looking anything up. */
export type DeliveryBody = Bodies[TargetName]

export interface MailBody {
  to: 'mail'
  from: { name: string; address: string }
  recipients: string[]
  replyTo: string | null
  subject: string
  text: string
  date: string
  /** Who leaves lists by it, by id, and what is said before the way to do so. */
  leave?: { contact: string; words: string }
  /** Which submission somebody says to be theirs by it, by id, and what is said before the way to do so. */
  confirm?: { submission: string; words: string }
  /** Which asking to join lists somebody answers by it, by id, and what is said before the way to do so. */
  join?: { ask: string; words: string }
  /** It goes out only once lists are confirmed that this submission asked about; nothing any more once they are. */
  withheld?: { submission: string }
  /** Files that came with the submission, of a mail to a desk. */
  files?: MailFile[]
}

export interface CrmBody {
  to: 'crm'
  email: string
  values: Answers
  /** Counts the states of the contact, so that an older one that arrives later can be told. */
  revision: number
}

export interface WebhookBody {
  to: 'webhook'
  event: WebhookEvent
}

/** An event as Standard Webhooks has them: what happened, when, and with what. */
export interface WebhookEvent {
  type: 'submission.applied'
  timestamp: string
  data: {
    submission: string
    form: { slug: string; name: string; release: number }
    received_at: string
    /** Whether a colleague sent it to try the form; older ones do not say so. */
    test?: boolean
    /** Checked answers and carried values by name, as they are stored. */
    values: Answers
    /** The same in words, in the form's order. */
    answered: { name: string; label: string; words: string }[]
    person: { email: string | null; known: boolean }
    /** Records that were opened or updated, with the fields that were set. */
    records: { record: RecordType; opened: boolean; set: Answers }[]
    /** Names of the lists that were joined. */
    lists: string[]
  }
}
