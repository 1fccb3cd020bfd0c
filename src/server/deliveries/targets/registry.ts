import type { TargetName } from '@/core/dispatch/targets/bodies'
import { crm } from './crm'
import { mail } from './mail'
import type { Sender } from './sender'
import { webhook } from './webhook'

const SENDERS: { readonly [T in TargetName]: Sender<T> } = { mail, crm, webhook }

/** Who sends what a target planned, for callers that need not know which it is. */
export const senderOf = (target: TargetName): Sender<TargetName> => SENDERS[target] as unknown as Sender<TargetName>
