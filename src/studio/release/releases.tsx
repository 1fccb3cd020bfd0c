import { Fragment, useState } from 'react'
import { couldBeChance } from '@/core/readout/newcombe'
import type { ReleaseNumbers } from '@/server/readout/readReleases'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Only } from '../ui/here'
import { Moment, ZoneWords } from '../ui/moment'
import { figure, percent, points, range } from '../ui/show'
import { GoBack } from './goBack'

/** Every release there was, with its numbers beside those of the one before, and the way back to it. */
export function Releases({ releases, live }: { releases: readonly ReleaseNumbers[]; live: number | null }) {
  const [open, setOpen] = useState<number | null>(null)
  return (
    <section>
      <h2 className="mb-1.5">Releases</h2>
      {releases.length === 0 && <p className="text-soft">The first release gives the form its address.</p>}
      {releases.length > 0 && (
        <table className="sheet">
          <thead>
            <tr>
              <th>Release</th>
              <th>
                When, <ZoneWords />
              </th>
              <th>By</th>
              <th>What changed</th>
              <th className="text-right!">Arrived</th>
              <th>Finish, with 95 % range</th>
              <th>Beside the one before, in points</th>
              <th>
                <span className="sr-only">What to do</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {releases.map((release) => {
              const { id, number, releasedAt, by, changes, arrived, finish } = release
              return (
                <Fragment key={id}>
                  <tr>
                    <th scope="row" className="whitespace-nowrap">
                      {number} {number === live && <Chip tone="moss">live</Chip>}
                    </th>
                    <td className="whitespace-nowrap">
                      <Moment at={releasedAt} />
                    </td>
                    <td>{by ?? 'API'}</td>
                    <td className="min-w-48">{changes.join('; ') || 'nothing'}</td>
                    <td className="text-right">{figure(arrived)}</td>
                    <td className="whitespace-nowrap">
                      {finish ? (
                        <>
                          {percent(finish.rate)} <span className="text-soft">· {range(finish)}</span>
                        </>
                      ) : (
                        <span className="text-soft">nobody yet</span>
                      )}
                    </td>
                    <td>
                      <Beside beside={release.beside} />
                    </td>
                    <td>
                      {number !== live && live !== null && (
                        <Only may="release">
                          <Button
                            look="quiet"
                            className="whitespace-nowrap"
                            aria-expanded={open === number}
                            aria-label={`Go back to release ${number}`}
                            onClick={() => setOpen(open === number ? null : number)}
                          >
                            Go back…
                          </Button>
                        </Only>
                      )}
                    </td>
                  </tr>
                  {open === number && (
                    <tr>
                      <td colSpan={8}>
                        <GoBack number={number} next={(releases[0]?.number ?? 0) + 1} onLeave={() => setOpen(null)} />
                      </td>
                    </tr>
                  )}
                </Fragment>
              )
            })}
          </tbody>
        </table>
      )}
    </section>
  )
}

/** By how much more, or fewer, finish than did with the one before, and whether that could be chance. */
function Beside({ beside }: Pick<ReleaseNumbers, 'beside'>) {
  if (!beside) return <span className="text-soft">—</span>
  const { number, difference, low, high } = beside
  return (
    <>
      <span className="whitespace-nowrap">{points(difference)}</span>{' '}
      <span className="text-soft">
        ({points(low)} to {points(high)}) beside {number}
        {couldBeChance(beside) && ', could be chance'}
      </span>
    </>
  )
}
