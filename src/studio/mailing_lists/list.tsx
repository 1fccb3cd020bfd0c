import { type ListFound, RECENT_DAYS } from '@/db/queries/mailing_lists'
import { Confirming } from './confirming'
import { Waiting } from './waiting'
import { Who } from './who'
import { LinesChart } from '../ui/linesChart'
import { ExportLinks } from '../ui/exports'
import { Empty } from '../ui/empty'
import { Figure } from '../ui/figure'
import { Outside } from '../ui/outside'
import { PageHead } from '../ui/pageHead'
import { figure } from '../ui/show'

/** Lines of a list that is joined by a tick, and of one that is confirmed by mail. */
const NAMES = ['Left', 'Joined'] as const
const NAMES_CONFIRMED = ['Left', 'Confirmed by mail', 'Joined'] as const

/** A list: who is on it and by what they agreed, how it went, and who left and why. */
export function MailingList({ list, from }: { list: ListFound; from: string }) {
  const {
    name: called,
    title,
    confirm,
    waiting,
    pending,
    members,
    joined,
    left,
    weeks,
    origins,
    latest,
    leavers,
  } = list
  const isConfirmed = confirm !== null || weeks.some((one) => one.confirmed > 0)
  const points = weeks.map((one) => ({
    day: one.week,
    figures: isConfirmed ? [one.left, one.confirmed, one.joined] : [one.left, one.joined],
  }))
  return (
    <main className="px-4 py-3">
      <PageHead back={['/people/lists', 'Lists']} heading={title}>
        <Figure value={figure(members)} of="on it" />
        {(confirm || waiting > 0) && <Figure value={figure(waiting)} of="to be confirmed" />}
        <Figure value={figure(joined)} of={`joined in ${RECENT_DAYS} days`} />
        <Figure value={figure(left)} of={`left in ${RECENT_DAYS} days`} />
        <ExportLinks of="members" filters={[]} more={[['list', called]]} />
      </PageHead>
      <div className="grid gap-6 min-[900px]:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] max-[899px]:*:overflow-x-auto">
        <div className="space-y-5">
          <section>
            <h2 className="mb-1.5">Week by week</h2>
            <LinesChart head="Week from" names={isConfirmed ? NAMES_CONFIRMED : NAMES} points={points} />
          </section>
          <section>
            <h2 className="mb-1.5">Where those who are on it come from</h2>
            <table className="sheet">
              <tbody>
                {origins.map(({ form, sort, members: some }) => (
                  <tr key={`${form} ${sort}`}>
                    <td>{form === null ? (CAME_BY[sort ?? ''] ?? 'From before') : <Outside>{form}</Outside>}</td>
                    <td className="text-right">{figure(some)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
          <Confirming list={{ name: called, title, confirm }} from={from} />
          {leavers.length > 0 && (
            <section>
              <h2 className="mb-1.5">Left by themselves</h2>
              <ul>
                {leavers.map(({ id, name, email, reason, leftAt }) => (
                  <li key={id} className="border-b border-rule py-1">
                    <Who {...{ id, name, email }} at={leftAt} />
                    {reason && (
                      <span className="block text-soft">
                        “<Outside>{reason}</Outside>”
                      </span>
                    )}
                  </li>
                ))}
              </ul>
            </section>
          )}
        </div>
        <div className="space-y-5">
          {pending.length > 0 && <Waiting list={called} title={title} waiting={waiting} pending={pending} />}
          <section>
            <h2 className="mb-1.5">Joined last</h2>
            {latest.length === 0 && <Empty title="Nobody yet">People join by a ticked consent of a form.</Empty>}
            <ul>
              {latest.map(({ id, name, email, wording, joinedAt }) => (
                <li key={id} className="border-b border-rule py-1">
                  <Who {...{ id, name, email }} at={joinedAt} />
                  <span className="block text-soft">
                    “<Outside>{wording}</Outside>”
                  </span>
                </li>
              ))}
            </ul>
          </section>
        </div>
      </div>
    </main>
  )
}

/** By what people join a list who do not by a form. */
const CAME_BY: Partial<Record<string, string>> = {
  import: 'Brought in from a file',
  member: 'Put on by a colleague',
  program: 'Through the API',
  merge: 'Merged from somebody who was',
  'put back': 'Put back',
  submission: 'A form that is no more',
}
