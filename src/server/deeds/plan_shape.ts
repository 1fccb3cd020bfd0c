import { z } from 'zod'
import { goesToSchema } from '@/core/form/outcomes'
import { hoursSchema } from '@/core/dispatch/hours'
import { type Plan, PLAN_FORMAT } from '@/core/plan/plan'
import { answer, desk, record, target } from './shapes'

/** A plan, as programs get it: the same as `Plan` in the core, which the compiler holds it to. */

const person = z.object({
  how: z.enum(['email', 'phone', 'personal_link', 'remembered', 'new', 'unknown', 'nobody']),
  contact: z.string().nullable(),
  email: z.string().nullable(),
  because: z.string(),
})

const touched = z.object({
  record,
  id: z.string().nullable(),
  key: z.string().nullable(),
  domain: z.string().nullable(),
  title: z.string().nullable(),
  because: z.string(),
})

const recordChange = z.object({
  record,
  field: z.string(),
  label: z.string(),
  from: answer,
  to: answer,
  words: z.object({ from: z.string(), to: z.string() }),
  effect: z.enum(['set', 'kept', 'proposed']),
  value: z.string(),
  because: z.string(),
})

const consent = z.object({
  address: z.string().describe('The address it was given with'),
  proven: z.enum(['mail', 'link', 'browser']).nullable().describe('What showed that the address is theirs'),
  locale: z.string().optional(),
  asked: z.string().optional(),
  origin: z.string().optional(),
  given: z.string().optional(),
})

const message = z.object({
  message: z.string(),
  title: z.string(),
  desk: z.object({ name: z.string(), title: z.string() }).nullable(),
  to: z.array(z.string()),
  audience: z.enum(['desk', 'visitor']),
  from: z.object({ name: z.string(), address: z.string() }),
  replyTo: z.string().nullable(),
  subject: z.string(),
  text: z.string(),
  because: z.string(),
  leave: z.string().optional().describe('What is said before the way to leave lists, to whoever is on one'),
  confirm: z
    .string()
    .optional()
    .describe('What is said before the way to say that it was they who wrote, where something is proposed'),
  join: z.string().optional().describe('What is said before the way to confirm that they join lists'),
  waits: z
    .discriminatedUnion('for', [
      z.object({ words: z.string(), for: z.literal('time'), minutes: z.number() }),
      z.object({ words: z.string(), for: z.literal('hours'), hours: hoursSchema }),
      z.object({ words: z.string(), for: z.literal('confirmed') }),
    ])
    .nullish()
    .describe('What it waits for before it goes out'),
})

const planned = z.object({
  key: z.string(),
  to: target,
  connection: z.string().nullable(),
  message: z.number().nullable(),
  text: z.string(),
  because: z.string(),
})

export const outcome = z.object({
  title: z.string(),
  body: z.string(),
  because: z.string().optional(),
  asked: z
    .literal(true)
    .optional()
    .describe('They are told to look into their mail, and to confirm there what they join'),
  summary: z.boolean().optional(),
  picture: z.object({ id: z.string(), alt: z.string(), width: z.number(), height: z.number() }).nullable().optional(),
  links: z.array(z.object({ label: z.string(), address: z.string() })).optional(),
  goesTo: goesToSchema.nullable().optional(),
})

export const plan = z.object({
  format: z.literal(PLAN_FORMAT),
  person,
  records: z.array(touched),
  changes: z.array(recordChange),
  lists: z.array(
    z.object({
      list: z.string(),
      title: z.string(),
      wording: z.string(),
      because: z.string(),
      consent: consent.optional(),
      pending: z.literal(true).optional().describe('They are on it only once they confirm it by mail'),
    }),
  ),
  routed: z.array(z.object({ row: z.number().nullable(), desk, message: z.string().nullable(), because: z.string() })),
  messages: z.array(message),
  deliveries: z.array(planned),
  outcome,
  findings: z.array(z.string()),
  brought: z
    .object({ contact: z.uuid(), title: z.string(), because: z.string() })
    .optional()
    .describe('Who brought the sender along, who is new, by their referral code'),
  turn: z.string().optional().describe('Name of the desk whose next owner it took'),
}) satisfies z.ZodType<Plan, Plan>
