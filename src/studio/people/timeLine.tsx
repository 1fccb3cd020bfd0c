import { type Answer, isBlank } from '@/core/answers/answer'
import { readSlot } from '@/core/changes/slot'
import { type Tellable, tellHeld, tellSlot } from '@/core/changes/tell'
import type { Change, Part } from '@/db/queries/people'
import { identityOf } from '@/core/records/record'
import { Becomes } from '../ui/becomes'
import { Link } from '../ui/link'
import { Moment, ZoneWords } from '../ui/moment'
import { Outside } from '../ui/outside'
import { PutBack } from './putBack'

interface Props {
  /** The record it is of. */
  id: string
  changes: readonly Change[]
  /** What was merged into it: what happened to that is told as well. */
  parts: readonly Part[]
  tell: Tellable
}

/** All that happened to a record, the latest first: what caused it, and what that did. */
export function TimeLine({ id, changes, parts, tell }: Props) {
  const entries = entriesOf(changes.filter(({ field }) => !HANDED_OVER.includes(readSlot(field).is)))
  const latest = new Map<string, string>()
  for (const { record, field, id: change } of changes)
    if (record === id && !latest.has(field)) latest.set(field, change)
  const partOf = (record: string) => parts.find((one) => one.id === record)
  return (
    <section aria-label="What happened">
      <h2 className="mb-1.5">
        What happened{' '}
        <span className="font-normal text-soft">
          — <ZoneWords />
        </span>
      </h2>
      {entries.length === 0 && <p className="text-soft">Nothing yet.</p>}
      <ol className="relative ml-1 border-l-2 border-rule">
        {entries.map(([first, ...rest]) => (
          <li key={first.id} className="relative pb-3 pl-4">
            <span
              aria-hidden
              className={`absolute top-1.5 -left-[6px] size-2.5 rounded-full border-2 ${first.sort === 'submission' ? 'border-moss bg-moss' : 'border-edge bg-white'}`}
            />
            <div className="flex flex-wrap items-baseline gap-x-2">
              <span className="w-[7.5rem] text-soft">
                <Moment at={first.at} />
              </span>
              <Head change={first} />
              {first.sort === 'import' && (
                <Link href={`/people/imports/${first.cause}`} className="text-teal underline">
                  the import
                </Link>
              )}
              {isOfMany(first) && (
                <Link href={`/people/errands/${first.cause}`} className="text-teal underline">
                  to many at once
                </Link>
              )}
              {first.undoneBy === null && first.sort !== 'import' && !isOfMany(first) && (
                <span className="ml-auto">
                  <PutBack cause={first.cause} label="Put back" what={`all that was done ${headWords(first)}`} />
                </span>
              )}
            </div>
            <ul className={first.undoneBy === null ? '' : 'line-through decoration-edge'}>
              {[first, ...rest].toReversed().map((change) => (
                <Line
                  key={change.id}
                  {...{ id, change, tell }}
                  part={partOf(change.record)}
                  alone={rest.length === 0 && !isOfMany(first)}
                  isLatest={change.record === id && latest.get(change.field) === change.id}
                />
              ))}
            </ul>
          </li>
        ))}
      </ol>
    </section>
  )
}

/** Whether it was done to others as well, which is put back where that is told. */
const isOfMany = ({ deed }: Change): boolean => deed === 'doToMany'

/** What only says whose something is: a merge has one such line for each submission. */
const HANDED_OVER = ['submission', 'link']

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

/** Changes by their cause, as they follow each other. */
function entriesOf(changes: readonly Change[]): [Change, ...Change[]][] {
  const entries: [Change, ...Change[]][] = []
  for (const change of changes) {
    const before = entries.at(-1)
    if (before?.[0].cause === change.cause) before.push(change)
    else entries.push([change])
  }
  return entries
}

const headWords = ({ sort, who, formName }: Change): string =>
  sort === 'submission' ? `by ${formName}` : `by ${who ?? 'somebody'}`

function Head({ change }: { change: Change }) {
  const { sort, who, submission, formName, release, undoneBy } = change
  return (
    <span>
      {submission ? (
        <>
          Sent{' '}
          <Link href={`/arrivals/${submission}`} className="font-semibold text-teal underline">
            <Outside>{formName}</Outside>
          </Link>{' '}
          <span className="text-soft">release {release}</span>
        </>
      ) : (
        <>
          <b className="font-semibold">
            <Outside>{who ?? 'Somebody'}</Outside>
          </b>{' '}
          {HOW[sort]}
        </>
      )}
      {undoneBy !== null && <span className="text-soft"> · put back</span>}
    </span>
  )
}

interface LineProps {
  id: string
  change: Change
  /** What was merged into the record, where it happened to that. */
  part: Part | undefined
  tell: Tellable
  /** Whether the cause did nothing else here. */
  alone: boolean
  /** Whether nothing changed the same since. */
  isLatest: boolean
}

/** One change: what it was of, from what to what, and why. */
function Line({ id, change, part, tell, alone, isLatest }: LineProps) {
  const { field, from, to, because, cause, undoneBy, sort } = change
  const label = tellSlot(field, tell)
  const isNeeded = readSlot(field).is === 'there' || (field === identityOf(tell.record) && isBlank(from))
  const isWhole = sort === 'merge' && readSlot(field).is !== 'field'
  const canGoAlone = !alone && isLatest && !isNeeded && !isWhole && undoneBy === null && sort !== 'put back'
  return (
    <li className="group grid grid-cols-[7.5rem_minmax(0,1fr)_auto] items-baseline gap-x-2 py-0.5">
      <span className="text-soft">
        <Outside>{label}</Outside>
      </span>
      <span>
        <Held {...{ field, from, to, tell }} />
        {part && (
          <span className="text-soft">
            {' '}
            · <Outside>{part.key}</Outside>
          </span>
        )}
        {sort === 'submission' && (
          <span className="text-soft">
            {' '}
            · <Outside>{because}</Outside>
          </span>
        )}
      </span>
      {canGoAlone && (
        <PutBack cause={cause} only={{ record: id, slot: field }} label="Put this back" what={label} shy />
      )}
    </li>
  )
}

function Held({ field, from, to, tell }: { field: string; from: Answer; to: Answer; tell: Tellable }) {
  const { is } = readSlot(field)
  if (is === 'there') return to === null ? 'is there no more' : 'opened'
  if (is === 'list') return to === null ? 'left' : 'joined'
  const [before, after] = [tellHeld(field, from, tell), tellHeld(field, to, tell)]
  return (
    <span className="whitespace-pre-line">
      <Becomes from={before} to={after} />
    </span>
  )
}
