import { isBlank, valueIn, type Answers } from '../answers/answer'
import { showReferralCode } from '../formats/referral_code'
import type { Form } from '../form/definition'
import { labelOf } from '../form/values'
import { codeSaid, isKnown, type Person } from '../records/match'
import { type RecordState, titleOf } from '../records/record'

/** Who brought somebody along, who is new, by the referral code that was said. */
export interface Brought {
  /** Whoever brought them, by id, and what they are called. */
  contact: string
  title: string
  because: string
}

/**
 * Who brought the sender along: whoever has the code that was said. Only somebody who is new is brought, and nobody
 * brings themselves: where it brings nobody, a finding says why.
 */
export function findBringer(
  form: Form,
  values: Answers,
  person: Person,
  records: readonly RecordState[],
): { brought: Brought | null; findings: string[] } {
  const name = form.records.broughtBy
  const said = name === null ? null : valueIn(values, name)
  const none = (...findings: string[]) => ({ brought: null, findings })
  if (name === null || isBlank(said) || typeof said !== 'string') return none()
  const code = codeSaid(form, values)
  const label = labelOf(form, name)
  if (code === null) return none(`“${label}” is no referral code: ${said}`)
  const shown = showReferralCode(code)
  const bringer = records.find(({ type, codes }) => type === 'contact' && codes?.includes(code))
  if (!bringer) return none(`Nobody has the referral code ${shown}`)
  const title = titleOf(bringer)
  if (!isKnown(person)) return none(`The referral code ${shown} is that of ${title}, and nobody became a contact by it`)
  if (bringer.id === person.contact) return none(`The referral code ${shown} is their own`)
  if (person.how !== 'new')
    return none(`The referral code ${shown} is that of ${title}; who sent this was known before`)
  return { brought: { contact: bringer.id, title, because: `“${label}” is their code ${shown}` }, findings: [] }
}
