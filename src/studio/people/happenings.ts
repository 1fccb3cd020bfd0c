import { readSlot } from '@/core/changes/slot'
import type { FollowedDelivery } from '@/db/queries/deliveries'
import type { Change } from '@/db/queries/people'

/** A submission, as the page of a person has it. */
interface SentThen {
  id: string
  formName: string
  state: 'received' | 'applied' | 'failed' | 'spam'
  /** Whether a colleague sent it to try the form. */
  isTest: boolean
  receivedAt: Date
}

/** A personal link, as the page of a person has it. */
interface LinkThen {
  id: string
  formName: string
  createdAt: Date
  withdrawnAt: Date | null
}

/** All that is known to have happened with a record. */
export interface Known {
  changes: readonly Change[]
  submissions?: readonly SentThen[]
  deliveries?: readonly FollowedDelivery[]
  links?: readonly LinkThen[]
}

/** Something that happened: a cause with what it did and what followed; or what no cause tells. */
export interface Happening {
  key: string
  at: Date
  /** What it changed, in the order it did; nothing where it changed nothing here. */
  changes: Change[]
  /** A submission that changed nothing. */
  sent: SentThen | null
  /** A personal link that was made, or withdrawn. */
  link: { formName: string; is: 'made' | 'withdrawn' } | null
  /** What went outside because of it. */
  followed: FollowedDelivery[]
}

/** How whoever did something did it; a submission says so itself. */
export const HOW: Record<Change['sort'], string> = {
  submission: 'by a form',
  member: 'by hand',
  program: 'through the API',
  merge: 'merged',
  import: 'by an import',
  'put back': 'put back',
  keeping: 'by a rule of the house',
}

/** What a time line can be narrowed to. */
export const NARROWED = ['sent', 'changed', 'mails', 'notes', 'links'] as const

export type Narrowed = (typeof NARROWED)[number]

/** What only says whose something is: a merge has one such line for each submission. */
const HANDED_OVER = ['submission', 'link']

/** All that happened, the latest first. */
export function happeningsOf({ changes, submissions = [], deliveries = [], links = [] }: Known): Happening[] {
  const byCause = new Map<string, Happening>()
  for (const change of changes) {
    if (HANDED_OVER.includes(readSlot(change.field).is)) continue
    const before = byCause.get(change.cause)
    if (before) before.changes.unshift(change)
    else byCause.set(change.cause, { ...NOTHING, key: change.cause, at: change.at, changes: [change], followed: [] })
  }
  for (const sent of submissions)
    if (!byCause.has(sent.id))
      byCause.set(sent.id, { ...NOTHING, key: sent.id, at: sent.receivedAt, sent, followed: [] })
  for (const delivery of deliveries) {
    const cause = byCause.get(delivery.cause)
    if (cause) cause.followed.push(delivery)
    else byCause.set(delivery.cause, { ...NOTHING, key: delivery.cause, at: delivery.createdAt, followed: [delivery] })
  }
  const made = links.flatMap(({ id, formName, createdAt, withdrawnAt }): Happening[] => [
    { ...NOTHING, key: `${id} made`, at: createdAt, link: { formName, is: 'made' }, followed: [] },
    ...(withdrawnAt
      ? [
          {
            ...NOTHING,
            key: `${id} withdrawn`,
            at: withdrawnAt,
            link: { formName, is: 'withdrawn' as const },
            followed: [],
          },
        ]
      : []),
  ])
  // What happened at one moment stays in the order it was told.
  return [...byCause.values(), ...made].sort((one, other) => new Date(other.at).getTime() - new Date(one.at).getTime())
}

const NOTHING = { changes: [], sent: null, link: null }

/** Whether something that happened shows where a time line is narrowed. */
export function isOf({ changes, sent, link, followed }: Happening, narrowed: Narrowed): boolean {
  switch (narrowed) {
    case 'sent':
      return sent !== null || changes.some(({ sort }) => sort === 'submission')
    case 'changed':
      return changes.some(({ field }) => readSlot(field).is !== 'note')
    case 'mails':
      return followed.length > 0
    case 'notes':
      return changes.some(({ field }) => readSlot(field).is === 'note')
    case 'links':
      return link !== null
  }
}
