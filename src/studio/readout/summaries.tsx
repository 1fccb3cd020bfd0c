import type { Count, Grid, Places, Summary } from '@/core/readout/summary'
import { Bar } from '../ui/bar'
import { figure, percent, range } from '../ui/show'
import { Outside } from '../ui/outside'

/** What people answered, question by question; only those who were asked count. */
export const Summaries = ({ summaries }: { summaries: Summary[] }) => (
  <div className="gap-x-6 min-[1200px]:columns-2">
    {summaries.map((summary) => (
      <section key={summary.name} aria-label={summary.label} className="mb-4 break-inside-avoid">
        <h3 className="mb-1 font-semibold">
          <Outside>{summary.label}</Outside>{' '}
          <span className="font-normal text-soft">
            {summary.answered === summary.asked
              ? `${figure(summary.asked)} asked, all answered`
              : `${figure(summary.answered)} of ${figure(summary.asked)} asked answered`}
            {summary.notNeeded > 0 && `, ${figure(summary.notNeeded)} not asked, since it was known`}
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
    case 'places':
      return <PlaceTable rows={of.rows} />
    case 'grid':
      return <GridTable grid={of} />
    case 'texts':
      return of.latest.length > 0 ? (
        <ul>
          {of.latest.map((text, index) => (
            <li key={index} className="truncate border-b border-rule py-0.5" title={text}>
              <Outside>{text}</Outside>
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
  <RangeTable
    heads={['Answer', 'Share']}
    rows={rows.map(({ words, n, share }) => ({
      words,
      n,
      point: share?.rate ?? null,
      range: share,
      told: share ? `${percent(share.rate)} · ${range(share)}` : '',
    }))}
  />
)

/** On which place each stands on average, the best first; a bar from the first place to the last holds its range. */
const PlaceTable = ({ rows }: { rows: Places['rows'] }) => {
  const along = (place: number) => (rows.length > 1 ? Math.min(1, Math.max(0, (place - 1) / (rows.length - 1))) : 0)
  return (
    <RangeTable
      heads={['Option', 'Average place']}
      rows={rows.map(({ words, n, place }) => ({
        words,
        n,
        point: place && along(place.mean),
        range: place?.range ? { low: along(place.range.low), high: along(place.range.high) } : null,
        told: [
          place && `place ${place.mean.toFixed(2)}`,
          place?.range && `${place.range.low.toFixed(2)}–${place.range.high.toFixed(2)}`,
        ]
          .filter(Boolean)
          .join(' · '),
      }))}
    />
  )
}

interface RangeTableProps {
  /** What the rows are, and what is told of each. */
  heads: readonly [row: string, told: string]
  rows: readonly {
    words: string
    n: number
    /** Where it stands along the bar, from 0 to 1. */
    point: number | null
    range: { low: number; high: number } | null
    told: string
  }[]
}

/** Bars stand beside the figures where there is room for both. */
const BESIDE = 'max-[599px]:hidden'

/** A row for each answer, with a bar on which it stands within its range. */
const RangeTable = ({ heads: [row, told], rows }: RangeTableProps) => (
  <table className="w-full">
    <thead className="sr-only">
      <tr>
        <th>{row}</th>
        <th className={BESIDE}>{told} with 95 % range</th>
        <th>People</th>
        <th>{told}</th>
      </tr>
    </thead>
    <tbody>
      {rows.map(({ words, n, point, range: between, told: figures }) => (
        <tr key={words}>
          <th scope="row" className="w-[38%] py-0.5 pr-2 text-left font-normal">
            <Outside>{words}</Outside>
          </th>
          <td className={`py-0.5 ${BESIDE}`}>
            {point !== null && (
              <Bar
                className="h-3.5"
                stretches={between ? [{ from: between.low, to: between.high, look: 'range' }] : []}
                point={point}
              />
            )}
          </td>
          <td className="w-12 py-0.5 text-right">{figure(n)}</td>
          <td className="w-40 py-0.5 pl-3 text-right whitespace-nowrap text-soft">{figures}</td>
        </tr>
      ))}
    </tbody>
  </table>
)

/** What was chosen in each row, of those who chose anything there. */
const GridTable = ({ grid: { columns, rows } }: { grid: Grid }) => (
  <table className="w-full">
    <thead>
      <tr className="text-soft">
        <td />
        {columns.map((column) => (
          <th key={column} scope="col" className="px-1 text-right font-normal">
            {column}
          </th>
        ))}
        <th scope="col" className="pl-3 text-right font-normal">
          People
        </th>
      </tr>
    </thead>
    <tbody>
      {rows.map(({ words, answered, cells }) => (
        <tr key={words} className="border-t border-rule">
          <th scope="row" className="py-0.5 pr-2 text-left font-normal">
            {words}
          </th>
          {cells.map(({ words: column, n, share }) => (
            <td key={column} className="px-1 py-0.5 text-right whitespace-nowrap" title={`${figure(n)} people`}>
              {share ? percent(share.rate) : '—'}
              {share && <span className="block text-soft">{range(share)}</span>}
            </td>
          ))}
          <td className="pl-3 text-right">{figure(answered)}</td>
        </tr>
      ))}
    </tbody>
  </table>
)
