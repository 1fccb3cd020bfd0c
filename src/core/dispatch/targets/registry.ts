import { crm } from './crm'
import { mail } from './mail'
import type { Bodies, DeliveryBody, TargetName } from './bodies'
import type { TargetRules } from './target'
import { webhook } from './webhook'

const TARGETS: { readonly [T in TargetName]: TargetRules<Bodies[T]> } = { mail, crm, webhook }

export const TARGET_NAMES = Object.keys(TARGETS) as [TargetName, ...TargetName[]]

/** The rules of a target, for callers that need not know which it is. */
export const targetOf = (name: TargetName): TargetRules<DeliveryBody> => TARGETS[name] as TargetRules<DeliveryBody>

/** What a delivery is, in a line; and all of what is sent, to be read. */
export const explainDelivery = (body: DeliveryBody): { line: string; text: string } => targetOf(body.to).explain(body)

/** Targets that no form chooses: what goes there is decided elsewhere, as messages decide what is mailed. */
export const UNCHOSEN_TARGETS = TARGET_NAMES.filter((name) => !targetOf(name).chosen)
