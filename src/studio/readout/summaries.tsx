import type { Count, Summary } from '@/core/readout/summary'
import { Bar } from '../ui/bar'
import { figure, percent, range } from '../ui/show'

/** What people answered, question by question; only those who were asked count. */
export const Summaries = ({ summaries }: { summaries: Summary[] }) => (
  <div className="grid grid-cols-2 gap-x-6 gap-y-4">
    {summaries.map((summary) => (
      <section key={summary.name} aria-label={summary.label}>
        <h3 className="mb-1 font-semibold">
          {summary.label}{' '}
          <span className="font-normal text-soft">
            {summary.answered === summary.asked
              ? `${figure(summary.asked)} asked, all answered`
              : `${figure(summary.answered)} of ${figure(summary.asked)} asked answered`}
          </span>
        </h3>
        <Of summary={summary} />
      </section>
    ))}
  </div>
)

function Of({ summary: { of } }: { summary: Summary }) {
  switch (of.is) {
    case 'counts':
      return <CountTable rows={of.rows} />
    case 'numbers':
      return of.words ? (
        <>
          <p>
            Half of them between <b className="font-semibold">{of.words.lower}</b> and{' '}
            <b className="font-semibold">{of.words.upper}</b>, median <b className="font-semibold">{of.words.median}</b>{' '}
            <span className="text-soft">
              from {of.words.least} to {of.words.most}
            </span>
          </p>
          {of.rows.length > 1 && <CountTable rows={of.rows} />}
        </>
      ) : (
        <p className="text-soft">Nothing given yet.</p>
      )
    case 'texts':
      return of.latest.length > 0 ? (
        <ul>
          {of.latest.map((text, index) => (
            <li key={index} className="truncate border-b border-rule py-0.5" title={text}>
              {text}
            </li>
          ))}
        </ul>
      ) : (
        <p className="text-soft">Nothing written yet.</p>
      )
  }
}

/** How many gave each answer, with the share of those who were asked. */
const CountTable = ({ rows }: { rows: readonly Count[] }) => (
  <table className="w-full">
    <thead className="sr-only">
      <tr>
        <th>Answer</th>
        <th>Share with 95 % range</th>
        <th>People</th>
        <th>Share</th>
      </tr>
    </thead>
    <tbody>
      {rows.map(({ words, n, share }) => (
        <tr key={words}>
          <th scope="row" className="w-[38%] py-0.5 pr-2 text-left font-normal">
            {words}
          </th>
          <td className="py-0.5">
            {share && (
              <Bar
                className="h-3.5"
                stretches={[{ from: share.low, to: share.high, look: 'range' }]}
                point={share.rate}
              />
            )}
          </td>
          <td className="w-12 py-0.5 text-right">{figure(n)}</td>
          <td className="w-40 py-0.5 pl-3 text-right whitespace-nowrap text-soft">
            {share && `${percent(share.rate)} · ${range(share)}`}
          </td>
        </tr>
      ))}
    </tbody>
  </table>
)
