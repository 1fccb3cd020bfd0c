'use client'

import { useWithin } from '../ui/here'
import { Becomes } from '../ui/becomes'
import { Chip } from '../ui/chip'
import { Outside } from '../ui/outside'
import { figure } from '../ui/show'
import { ALL_SORTS, type OneImport, SORTS } from './tell'

/** What comes of the rows: how many of each sort, and the first of them. */
export const Samples = ({ one: { id, counts, samples, columns, state } }: { one: OneImport }) => (
  <section aria-label="What comes of the rows" className="max-w-5xl">
    {ALL_SORTS.filter((sort) => (counts[sort] ?? 0) > 0).map((sort) => {
      const some = samples.filter(({ is }) => is === sort)
      const n = counts[sort] ?? 0
      const words = state === 'ready' || state === 'checking' ? SORTS[sort].would : SORTS[sort].did
      return (
        <details key={sort} open={sort !== 'same'} className="border-b border-rule py-1.5">
          <summary>
            <Chip tone={SORTS[sort].tone}>
              {figure(n)} {words}
            </Chip>{' '}
            {some.length < n && <span className="text-soft">the first {some.length}</span>}
          </summary>
          {sort === 'wrong' && <LeftOut id={id} />}
          <ul className="mt-1">
            {some.map(({ n: row, email, told, cells }) => (
              <li
                key={row}
                className="grid grid-cols-[4.5rem_minmax(0,1fr)] gap-x-2 py-0.5 min-[900px]:grid-cols-[4.5rem_18rem_minmax(0,1fr)]"
              >
                <span className="text-soft">row {figure(row + 1)}</span>
                <span className="truncate" title={email ?? cells.join(', ')}>
                  <Outside>{email ?? (cells.filter(Boolean).join(', ') || 'blank')}</Outside>
                </span>
                <span className="col-start-2 min-w-0 text-soft min-[900px]:col-start-3">
                  {told?.wrong.map(({ column, why }) => (
                    <span key={column} className="mr-2 text-red">
                      <Outside>{columns[column]?.head || `column ${column + 1}`}</Outside>{' '}
                      {cells[column] && (
                        <>
                          “<Outside>{cells[column]}</Outside>”{' '}
                        </>
                      )}
                      {why}
                    </span>
                  ))}
                  {told?.changes.map(({ label, from, to }, index) => (
                    <span key={index}>
                      {index > 0 && ' · '}
                      <Outside>{label}</Outside>{' '}
                      <span className="text-ink">
                        <Becomes from={from} to={to} />
                      </span>
                    </span>
                  ))}
                </span>
              </li>
            ))}
          </ul>
        </details>
      )
    })}
  </section>
)

/** All that was left out, with why, to be mended and given again. */
function LeftOut({ id }: { id: string }) {
  const inHere = useWithin()
  const address = (format: string) => inHere(`/exports/left-out?${new URLSearchParams({ import: id, format })}`)
  return (
    <p className="mt-1 text-soft">
      Take all that is left out along, to mend it and give it again:{' '}
      <a className="text-teal underline" href={address('csv')} download>
        CSV
      </a>{' '}
      <a className="text-teal underline" href={address('xlsx')} download>
        XLSX
      </a>
    </p>
  )
}
