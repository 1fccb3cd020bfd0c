import type { Summary } from '@/core/readout/summary'
import type { Bringer } from '@/db/queries/referral_codes'
import type { Readout } from '@/server/readout/readReadout'
import { Bar } from '../ui/bar'
import { LinesChart } from '../ui/linesChart'
import { Figure } from '../ui/figure'
import { Empty } from '../ui/empty'
import { ago, duration, figure, percent, range } from '../ui/show'
import { Span } from './span'
import { Summaries } from './summaries'
import { Link } from '../ui/link'
import { Outside } from '../ui/outside'

interface LeftBehind {
  id: string
  who: string | null
  gotTo: string
  lastAt: Date
  source: string
}

interface Props {
  numbers: Readout
  summaries: Summary[]
  slug: string
  /** `null` for whoever may not see people. */
  left: LeftBehind[] | null
  /** Who brought the most people along; `null` for whoever may not see people. */
  bringers: Bringer[] | null
}

const LINES = ['Arrived', 'Sent'] as const

/** A form's numbers: people, not page loads, each rate with its 95 % range. */
export function ReadoutView({ numbers, summaries, slug, left, bringers }: Props) {
  const { arrived, began, sent, finish, unfinished, returned, medianSeconds, brought } = numbers
  const points = numbers.days.map((one) => ({ day: one.day, figures: [one.arrived, one.sent] as const }))
  return (
    <main className="grid min-[900px]:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] max-[899px]:*:min-w-0 max-[899px]:*:overflow-x-auto gap-x-6 gap-y-4 border-t border-rule px-4 py-3">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 min-[900px]:col-span-2">
        <h2>People, not page loads</h2>
        <Span from={numbers.from} to={numbers.to} />
      </div>
      <div className="min-[900px]:col-span-2 flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <Figure value={figure(arrived)} of="arrived" />
        <Figure value={figure(began)} of="began" />
        <Figure value={figure(sent)} of="sent it" />
        {finish && <Figure value={percent(finish.rate)} of="finish" range={range(finish)} />}
        <Figure value={figure(unfinished)} of="left answers behind" />
        <Figure value={figure(returned)} of="came back" />
        {brought !== null && <Figure value={figure(brought)} of="brought along" />}
        {medianSeconds !== null && <Figure value={duration(medianSeconds)} of="median" />}
      </div>
      {arrived === 0 ? (
        <div className="min-[900px]:col-span-2">
          <Empty title="Nobody arrived on these days">Release the form, send out its address, and look again.</Empty>
        </div>
      ) : (
        <>
          <div>
            <h2 className="mb-1.5">Where people stop</h2>
            <Steps numbers={numbers} />
            <AddsUp numbers={numbers} />
            <h2 className="mt-5 mb-1.5">Day by day</h2>
            <LinesChart head="Day" names={LINES} points={points} />
          </div>
          <div>
            <h2 className="mb-1.5">Where they came from</h2>
            <Sources sources={numbers.sources} />
            {bringers && bringers.length > 0 && (
              <>
                <h2 className="mt-5 mb-1.5">Brought along by</h2>
                <Bringers bringers={bringers} />
              </>
            )}
            <h2 className="mt-5 mb-1.5">
              Left behind{' '}
              {left && (
                <Link
                  href={`/arrivals?form=${slug}&state=unfinished&from=${numbers.from}&to=${numbers.to}`}
                  className="font-normal text-teal underline"
                >
                  {unfinished === 1 ? 'the one' : `all ${figure(unfinished)}`}
                </Link>
              )}
            </h2>
            {!left ? (
              <p className="text-soft">{figure(unfinished)} left answers behind on these days.</p>
            ) : left.length === 0 ? (
              <p className="text-soft">Nobody left answers behind on these days.</p>
            ) : (
              <table className="sheet">
                <thead>
                  <tr>
                    <th>Who</th>
                    <th>Got to</th>
                    <th>When</th>
                  </tr>
                </thead>
                <tbody>
                  {left.map((entry) => (
                    <tr key={entry.id}>
                      <td>
                        {entry.who ? (
                          <Outside>{entry.who}</Outside>
                        ) : (
                          <span className="text-soft">
                            unknown, <Outside>{entry.source}</Outside>
                          </span>
                        )}
                      </td>
                      <td>{entry.gotTo}</td>
                      <td className="text-soft">{ago(entry.lastAt)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
          {sent > 0 && (
            <div className="min-[900px]:col-span-2">
              <h2 className="mb-2">What they answered</h2>
              <Summaries summaries={summaries} />
            </div>
          )}
        </>
      )}
    </main>
  )
}

/** Who brought the most people along. */
const Bringers = ({ bringers }: { bringers: Bringer[] }) => (
  <table className="sheet">
    <thead>
      <tr>
        <th>Who</th>
        <th className="text-right!">People</th>
      </tr>
    </thead>
    <tbody>
      {bringers.map(({ id, name, brought }) => (
        <tr key={id}>
          <td>
            <Link href={`/people/${id}`} className="text-teal underline">
              <Outside>{name}</Outside>
            </Link>
          </td>
          <td className="text-right">{figure(brought)}</td>
        </tr>
      ))}
    </tbody>
  </table>
)

/** How the figures hang together. */
const AddsUp = ({ numbers: { began, sent, unfinished } }: { numbers: Readout }) => (
  <p className="mt-2 text-soft">
    Of {figure(began)} who began, {figure(sent)} sent it and {figure(began - sent)} stopped; {figure(unfinished)} of
    those left answers behind, the others none, or they sent it after all in another visit.
  </p>
)

/** Bars from arriving to sending; the hatched part of each left there. */
function Steps({ numbers: { arrived, began, sent, steps } }: { numbers: Readout }) {
  const lines = [
    { title: 'Arrived', n: arrived, left: arrived - began, says: 'never began' },
    ...steps.map(({ title, reached, left }) => ({ title, n: reached, left, says: 'left' })),
    { title: 'Sent', n: sent, left: 0, says: '' },
  ]
  const worst = Math.max(...steps.map(({ left }) => left))
  return (
    <table className="w-full">
      <thead className="sr-only">
        <tr>
          <th>Step</th>
          <th>Share of those who arrived</th>
          <th>People</th>
          <th>Left there</th>
        </tr>
      </thead>
      <tbody>
        {lines.map(({ title, n, left, says }, index) => (
          <tr key={index}>
            <th scope="row" className="w-[30%] max-w-[150px] py-0.5 pr-2 text-left font-normal">
              <Outside>{title}</Outside>
            </th>
            <td className="py-0.5">
              <Bar
                className="h-5 bg-sunk"
                stretches={[
                  { from: 0, to: (n - left) / arrived, look: 'moves on' },
                  { from: (n - left) / arrived, to: n / arrived, look: 'leaves' },
                ]}
              />
            </td>
            <td className="w-14 py-0.5 text-right">{figure(n)}</td>
            <td
              className={`w-32 py-0.5 pl-3 whitespace-nowrap ${left === worst && left > 0 && says === 'left' ? 'font-semibold text-red' : 'text-soft'}`}
            >
              {left > 0 && `${figure(left)} ${says}`}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function Sources({ sources }: { sources: Readout['sources'] }) {
  return (
    <table className="sheet">
      <thead>
        <tr>
          <th>Source</th>
          <th className="text-right!">Arrived</th>
          <th className="text-right!">Sent</th>
          <th className="w-[48%]">Finish, with 95 % range</th>
        </tr>
      </thead>
      <tbody>
        {sources.slice(0, 20).map(({ source, arrived, sent, finish }) => (
          <tr key={source}>
            <td>
              <Outside>{source}</Outside>
            </td>
            <td className="text-right">{figure(arrived)}</td>
            <td className="text-right">{figure(sent)}</td>
            <td>
              {finish && (
                <span className="flex items-center gap-2">
                  <span className="min-w-0 flex-1">
                    <Bar
                      className="h-3.5"
                      stretches={[{ from: finish.low, to: finish.high, look: 'range' }]}
                      point={finish.rate}
                    />
                  </span>
                  <span className="w-[142px] text-right whitespace-nowrap text-soft">
                    {percent(finish.rate)} · {range(finish)}
                  </span>
                </span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
