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
import { domainAt, findCarried, labelAt, valuesThatLand } from '../form/values'
import { type FieldType, findField, type RecordField, type RecordType, rulesOfField, showStored } from '../fields/field'
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
  /** `set` writes `to`; `kept` leaves `from` although the answer differs; `proposed` does, too, until somebody takes it. */
  effect: 'set' | 'kept' | 'proposed'
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
  /** Whether nothing proves that its sender is who they say: they may be anybody who knows an address. */
  isUnproven: boolean
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
 * that anybody could have written into a link, and what is stored of a link's holder lands on nobody else. What is there
 * is changed by somebody unproven only as far as a landing lets them.
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
        // A text that says nothing of what lands here, as no last name, leaves what is there.
        if (to === '') continue
        if (to === null)
          landed.refused.push(`${labelAt(form, path)} cannot land in ${field.label}: ${showAt(form, path, given)}`)
        else
          settle(changes, receiver, field, landing, {
            path,
            label: labelAt(form, path),
            to,
            origin: originOf(origins, path),
            isCarried: findCarried(form, value.name) !== undefined,
          })
      }
    landed.changes.push(...changes.values())
  }
  return landed
}

/** What answers come to in one field of a record that is opened; `null` where nothing lands there. */
export function landedIn(
  form: Form,
  values: Answers,
  [record, name]: readonly [RecordType, string],
  fields: readonly RecordField[],
): Answer {
  const receiver = { record, values: {}, identity: null, isOthers: false, isUnproven: false }
  const landed = landValues(form, values, {}, [receiver], fields).changes
  return landed.find(({ field }) => field === name)?.to ?? null
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
  isCarried: boolean
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
  const { value, effect = 'set', why } = decide(receiver, field, landing, given, now)
  if (sameAnswer(now, value) || (before && (effect === 'kept' || (effect === 'proposed' && before.effect === 'set'))))
    return
  changes.set(field.name, {
    record: receiver.record,
    field: field.name,
    label: field.label,
    from,
    to: value,
    words: { from: showStored(field, from), to: showStored(field, value) },
    effect,
    value: given.path,
    because: why ?? `Answer to “${given.label}”`,
  })
}

/** What becomes of a field, and why, where it is not simply set. */
interface Decision {
  value: Answer
  effect?: RecordChange['effect']
  why?: string
}

function decide(receiver: Receiver, field: RecordField, landing: Landing, given: Given, now: Answer): Decision {
  const { label, to, origin } = given
  const keep = (why: string): Decision => ({ value: to, effect: 'kept', why })
  const { identity, isOthers, isUnproven } = receiver
  if (identity?.field === field.name && !sameAnswer(identity.value, to))
    return keep(
      `${label} is not the ${field.label.toLowerCase()} this ${field.record === 'contact' ? 'person' : 'company'} is known by`,
    )
  if (isOthers && (origin === 'record' || origin === 'known'))
    return keep(`${label} was filled in for the holder of the link, who is somebody else`)
  if (landing.trustedOnly && isClaim(origin)) return keep(`${label} is a claim, and ${field.label} takes none`)
  if (isBlank(now)) return { value: to }
  if (origin === 'known') return keep(`${label} was known, and is another by now`)
  const decided = decideIfFilled(landing, given, now)
  const rule = ruleIfUnproven(landing, field.type, given.isCarried)
  if (!isUnproven || decided.effect === 'kept' || rule === 'change') return decided
  const why = `${label} was answered by somebody who did not prove who they are`
  return rule === 'keep' ? keep(why) : { ...decided, effect: 'proposed', why }
}

/** What a landing says of a field that has a value. */
function decideIfFilled({ ifFilled }: Landing, { label, to }: Given, now: Answer): Decision {
  const keep = (why: string): Decision => ({ value: to, effect: 'kept', why })
  switch (ifFilled) {
    case 'replace':
      return { value: to }
    case 'keep':
      return keep(`${label} keeps a value that is there`)
    case 'add':
      return { value: addTo(now, to) }
    case 'larger':
      return isMore(to, now) ? { value: to } : keep(`${label} is no larger than what is there`)
    case 'earlier':
      return isMore(now, to) ? { value: to } : keep(`${label} is no earlier than what is there`)
  }
}

/**
 * What somebody unproven does to a stored value where a landing does not say: who people and companies are, and how they
 * are reached, is only proposed. What they have or want changes, and so does a deal or a request, which is about this very
 * errand; what is added takes nothing away; and what is carried, nobody said of themselves.
 */
export function ruleIfUnproven(
  { ifUnproven, record, ifFilled }: Landing,
  type: FieldType,
  isCarried: boolean,
): NonNullable<Landing['ifUnproven']> {
  const isWho = (record === 'contact' || record === 'company') && rulesOfField(type).tellsWho === true
  return ifUnproven ?? (isWho && ifFilled !== 'add' && !isCarried ? 'propose' : 'change')
}

/** Choices are joined, each once; text goes below the text that is there. */
function addTo(now: Answer, to: Answer): Answer {
  if (isList(now) && isList(to)) return [...now, ...to.filter((one) => !now.includes(one))]
  return typeof now === 'string' && typeof to === 'string' && !now.split('\n').includes(to) ? `${now}\n${to}` : now
}

/** Whether one value is more than another: a number, or a later day. */
const isMore = (a: Answer, b: Answer): boolean =>
  (typeof a === 'number' && typeof b === 'number' && a > b) || (typeof a === 'string' && typeof b === 'string' && a > b)
