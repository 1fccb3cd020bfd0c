import {
  type Answer,
  type Answers,
  isBlank,
  isList,
  joinPath,
  sameAnswer,
  splitPath,
  valueAt,
  valueIn,
} from '../answers/answer'
import { showAt } from '../form/show'
import { isClaim, type Origins } from '../origins/origin'
import type { Form, Landing } from '../form/definition'
import { domainAt, labelAt, valuesThatLand } from '../form/values'
import { findField, type RecordField, type RecordType, rulesOfField, showStored } from '../fields/field'
import { landsPlainly, rulesOfTranslation } from '../fields/translate'

/** What a plan does, or on purpose does not do, to one record field. */
export interface RecordChange {
  record: RecordType
  field: string
  /** The field's label when the plan was made. */
  label: string
  from: Answer
  to: Answer
  /** Both in words. */
  words: { from: string; to: string }
  /** `set` writes `to`; `kept` leaves `from` although the answer differs. */
  effect: 'set' | 'kept'
  /** Path of the value that lands here. */
  value: string
  because: string
}

/** Whether it is of a field, and not of who sees to the record. */
export const isOfField = ({ field }: Pick<RecordChange, 'field'>): boolean => !field.startsWith('_')

/** A record that values can land in. */
export interface Receiver {
  record: RecordType
  /** Stored fields; none for a record that is opened. */
  values: Answers
  /** The value of the field it is known by, which nothing overwrites: an address, a company's name. */
  identity: { field: string; value: Answer } | null
  /** Whether it is of somebody else than the holder of the link that was used: what was filled in for them stays theirs. */
  isOthers: boolean
}

export interface Landed {
  changes: RecordChange[]
  /** Values that no field took, and why. */
  refused: string[]
}

/**
 * Lands values in the fields of records, as each field's type stores them. A blank changes nothing; neither does
 * a value that is already stored. Where two values land in one field, the later one in the form wins, as it
 * would in order. What a record is known by is never overwritten, a landing that insists on a trusted value takes none
 * that anybody could have written into a link, and what is stored of a link's holder lands on nobody else.
 */
export function landValues(
  form: Form,
  values: Answers,
  origins: Origins,
  receivers: readonly Receiver[],
  fields: readonly RecordField[],
): Landed {
  const landed: Landed = { changes: [], refused: [] }
  for (const receiver of receivers) {
    const changes = new Map<string, RecordChange>()
    for (const value of valuesThatLand(form))
      for (const landing of value.lands) {
        if (landing.record !== receiver.record) continue
        const field = findField(fields, landing.record, landing.field)
        const path = joinPath(value.name, landing.part)
        const given = withoutUnsaid(valueAt(values, path), landing)
        if (!field || isBlank(given)) continue
        const to = asStored(form, path, given, field, landing)
        if (to === null)
          landed.refused.push(`${labelAt(form, path)} cannot land in ${field.label}: ${showAt(form, path, given)}`)
        else
          settle(changes, receiver, field, landing, {
            path,
            label: labelAt(form, path),
            to,
            origin: originOf(origins, path),
          })
      }
    landed.changes.push(...changes.values())
  }
  return landed
}

/** An answer without what says nothing where it lands. */
function withoutUnsaid(given: Answer, { unless }: Landing): Answer {
  if (isList(given)) return given.filter((one) => !unless.includes(String(one)))
  return typeof given === 'string' && unless.includes(given) ? null : given
}

/** An answer as a field stores it; `null` where it cannot. */
function asStored(form: Form, path: string, given: Answer, field: RecordField, landing: Landing): Answer {
  const rules = rulesOfField(field.type)
  const domain = domainAt(form, path)
  const translated = landing.translate ? rulesOfTranslation(landing.translate).apply(given) : given
  const plain = landing.translate !== undefined || !domain || rules.stores.includes(domain.is)
  const stored = !plain && domain && landsPlainly(domain, field.type) ? showAt(form, path, given) : translated
  return rules.takes(stored, field.options) ? stored : null
}

const originOf = (origins: Origins, path: string) =>
  valueIn(origins, path) ?? valueIn(origins, splitPath(path)[0]) ?? 'typed'

interface Given {
  path: string
  label: string
  to: Answer
  origin: Origins[string]
}

function settle(
  changes: Map<string, RecordChange>,
  receiver: Receiver,
  field: RecordField,
  landing: Landing,
  given: Given,
): void {
  const before = changes.get(field.name)
  const now = before?.effect === 'set' ? before.to : (valueIn(receiver.values, field.name) ?? null)
  const from = before ? before.from : now
  const { value, kept } = decide(receiver, field, landing, given, now)
  if (sameAnswer(now, value) || (kept && before)) return
  changes.set(field.name, {
    record: receiver.record,
    field: field.name,
    label: field.label,
    from,
    to: value,
    words: { from: showStored(field, from), to: showStored(field, value) },
    effect: kept ? 'kept' : 'set',
    value: given.path,
    because: kept ?? `Answer to “${given.label}”`,
  })
}

/** What becomes of a field; `kept` says why it stays as it is although something else was given. */
function decide(
  { identity, isOthers }: Receiver,
  field: RecordField,
  { ifFilled, trustedOnly }: Landing,
  { label, to, origin }: Given,
  now: Answer,
): { value: Answer; kept: string | null } {
  if (identity?.field === field.name && !sameAnswer(identity.value, to))
    return {
      value: to,
      kept: `${label} is not the ${field.label.toLowerCase()} this ${field.record === 'contact' ? 'person' : 'company'} is known by`,
    }
  if (isOthers && (origin === 'record' || origin === 'known'))
    return { value: to, kept: `${label} was filled in for the holder of the link, who is somebody else` }
  if (trustedOnly && isClaim(origin)) return { value: to, kept: `${label} is a claim, and ${field.label} takes none` }
  if (isBlank(now)) return { value: to, kept: null }
  if (origin === 'known') return { value: to, kept: `${label} was known, and is another by now` }
  switch (ifFilled) {
    case 'replace':
      return { value: to, kept: null }
    case 'keep':
      return { value: to, kept: `${label} keeps a value that is there` }
    case 'add':
      return { value: addTo(now, to), kept: null }
    case 'larger':
      return isMore(to, now)
        ? { value: to, kept: null }
        : { value: to, kept: `${label} is no larger than what is there` }
    case 'earlier':
      return isMore(now, to)
        ? { value: to, kept: null }
        : { value: to, kept: `${label} is no earlier than what is there` }
  }
}

/** Choices are joined, each once; text goes below the text that is there. */
function addTo(now: Answer, to: Answer): Answer {
  if (isList(now) && isList(to)) return [...now, ...to.filter((one) => !now.includes(one))]
  return typeof now === 'string' && typeof to === 'string' && !now.split('\n').includes(to) ? `${now}\n${to}` : now
}

/** Whether one value is more than another: a number, or a later day. */
const isMore = (a: Answer, b: Answer): boolean =>
  (typeof a === 'number' && typeof b === 'number' && a > b) || (typeof a === 'string' && typeof b === 'string' && a > b)
