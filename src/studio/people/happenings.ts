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

/** A personal link, or a browser that remembers them, as the page of a person has it. */
interface KnownThen {
  id: string
  by: 'link' | 'browser'
  formName: string
  createdAt: Date
  withdrawnAt: Date | null
  /** Whether somebody in that browser said that they are not this person. */
  byVisitor?: boolean
}

/** All that is known to have happened with a record. */
export interface Known {
  changes: readonly Change[]
  submissions?: readonly SentThen[]
  deliveries?: readonly FollowedDelivery[]
  known?: readonly KnownThen[]
}

/** Something that happened: a cause with what it did and what followed; or what no cause tells. */
export interface Happening {
  key: string
  at: Date
  /** What it changed, in the order it did; nothing where it changed nothing here. */
  changes: Change[]
  /** A submission that changed nothing. */
  sent: SentThen | null
  /** A personal link or a remembered browser that they are known by from then on, or no more. */
  known: (Pick<KnownThen, 'by' | 'formName' | 'byVisitor'> & { is: 'made' | 'withdrawn' }) | null
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
  visitor: 'by mail',
  keeping: 'by a rule of the house',
}

/** Who did something that no colleague and no program did. */
export const whoDid = ({ who, sort }: Pick<Change, 'who' | 'sort'>): string =>
  who ?? (sort === 'visitor' ? 'They themselves' : 'Somebody')

/** What a time line can be narrowed to. */
export const NARROWED = ['sent', 'changed', 'mails', 'notes', 'links'] as const

export type Narrowed = (typeof NARROWED)[number]

/** What only says whose something is: a merge has one such line for each submission. */
const HANDED_OVER = ['submission', 'link']

/** All that happened, the latest first. */
export function happeningsOf({ changes, submissions = [], deliveries = [], known = [] }: Known): Happening[] {
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
  const made = known.flatMap(({ id, by, formName, createdAt, withdrawnAt, byVisitor }): Happening[] => {
    const toldAs = (is: 'made' | 'withdrawn', at: Date): Happening => ({
      ...NOTHING,
      key: `${id} ${is}`,
      at,
      known: { by, formName, byVisitor, is },
      followed: [],
    })
    return [toldAs('made', createdAt), ...(withdrawnAt ? [toldAs('withdrawn', withdrawnAt)] : [])]
  })
  // What happened at one moment stays in the order it was told.
  const told = [...byCause.values()].map((one) => ({ ...one, changes: withoutAnswered(one.changes) }))
  return [...told, ...made].sort((one, other) => new Date(other.at).getTime() - new Date(one.at).getTime())
}

/** That something is asked no more goes without saying beside what was answered, or asked anew. */
function withoutAnswered(changes: Change[]): Change[] {
  const said = changes.filter(({ field, to }) => readSlot(field).is !== 'pending' || to !== null)
  return said.length > 0 ? said : changes
}

const NOTHING = { changes: [], sent: null, known: null }

/** Whether something that happened shows where a time line is narrowed. */
export function isOf({ changes, sent, known, followed }: Happening, narrowed: Narrowed): boolean {
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
      return known !== null
  }
}
