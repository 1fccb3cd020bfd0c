'use client'

import type { ReactNode } from 'react'
import type { Done } from '@/server/done'
import { ForGood } from '../ui/forGood'
import { useMay } from '../ui/here'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'

/** A way in which somebody is known, that is withdrawn for good. */
interface WayKnown {
  id: string
  formName: string
  /** What came of it. */
  came: ReactNode
  createdAt: Date
  /** Until when it holds, or since when it does no more. */
  until: ReactNode
  holds: boolean
  /** What it is, for those who hear the page. */
  what: string
}

interface Props {
  heads: [string, string, string]
  ways: readonly WayKnown[]
  withdraw: (id: string) => Promise<Done<null>>
  /** What is said once one is withdrawn. */
  withdrawn: string
  all: { what: string; withdraw: () => Promise<Done<null>>; withdrawn: string }
}

/** The ways in which somebody is known: where, since when and how long, each to withdraw, and all at once. */
export function Withdrawable({ heads, ways, withdraw, withdrawn, all }: Props) {
  const may = useMay('answer')
  return (
    <>
      <table className="sheet mb-2">
        <thead>
          <tr>
            {heads.map((head) => (
              <th key={head}>{head}</th>
            ))}
            <th>
              <span className="sr-only">Withdraw</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {ways.map(({ id, formName, came, createdAt, until, holds, what }) => (
            <tr key={id} className={holds ? '' : 'text-soft'}>
              <td>
                <Outside>{formName}</Outside>
                <span className="block text-soft">{came}</span>
              </td>
              <td className="whitespace-nowrap">
                <Moment at={createdAt} />
              </td>
              <td>{until}</td>
              <td className="text-right">
                {holds && may && <ForGood label="Withdraw" what={what} action={() => withdraw(id)} done={withdrawn} />}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {may && ways.filter(({ holds }) => holds).length > 1 && (
        <p className="mb-2">
          <ForGood label="Withdraw all" what={all.what} action={all.withdraw} done={all.withdrawn} />
        </p>
      )}
    </>
  )
}
