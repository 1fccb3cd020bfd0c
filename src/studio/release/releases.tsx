import { Fragment, useState } from 'react'
import { couldBeChance } from '@/core/readout/newcombe'
import type { ReleaseNumbers } from '@/server/readout/readReleases'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Only } from '../ui/here'
import { Moment, ZoneWords } from '../ui/moment'
import { Outside } from '../ui/outside'
import { figure, percent, points, range } from '../ui/show'
import { headClass, SPARE } from '../ui/spare'
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
              <th>
                Release, <ZoneWords />
              </th>
              <th>What changed</th>
              <th className={headClass(true, true)}>Arrived</th>
              <th>Finish, with 95 % range</th>
            </tr>
          </thead>
          <tbody>
            {releases.map((release) => {
              const { id, number, releasedAt, by, changes, arrived } = release
              return (
                <Fragment key={id}>
                  <tr>
                    <th scope="row" className="align-top!">
                      <span className="whitespace-nowrap">
                        {number} {number === live && <Chip tone="moss">live</Chip>}
                      </span>
                      <span className="block font-normal text-soft">
                        <Moment at={releasedAt} />
                      </span>
                      {number !== live && live !== null && (
                        <Only may="release">
                          <Button
                            look="quiet"
                            className="-ml-2"
                            aria-expanded={open === number}
                            aria-label={`Go back to release ${number}`}
                            onClick={() => setOpen(open === number ? null : number)}
                          >
                            Go back…
                          </Button>
                        </Only>
                      )}
                    </th>
                    <td className="align-top!">
                      {changes.join('; ') || 'nothing'}
                      <span className="block text-soft">
                        by <Outside>{by ?? 'a program'}</Outside>
                      </span>
                    </td>
                    <td className={`text-right align-top! ${SPARE}`}>{figure(arrived)}</td>
                    <td className="align-top!">
                      <Finish release={release} />
                    </td>
                  </tr>
                  {open === number && (
                    <tr>
                      <td colSpan={4}>
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

/** What share of those who arrived sent it, and by how much that is more, or less, than with the release before. */
function Finish({ release: { finish, beside } }: { release: ReleaseNumbers }) {
  if (!finish) return <span className="text-soft">nobody yet</span>
  return (
    <>
      {percent(finish.rate)} <span className="text-soft">· {range(finish)}</span>
      {beside && (
        <span className="block">
          {points(beside.difference)} points{' '}
          <span className="text-soft">
            ({points(beside.low)} to {points(beside.high)}) beside release {beside.number}
            {couldBeChance(beside) && ', could be chance'}
          </span>
        </span>
      )}
    </>
  )
}
