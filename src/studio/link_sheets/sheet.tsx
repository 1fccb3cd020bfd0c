'use client'

import type { RecordField } from '@/core/fields/field'
import type { Page } from '../lists/list'
import type { QueryOf, RowOf } from '../lists/lists'
import { Chip } from '../ui/chip'
import { Figure } from '../ui/figure'
import { ForGood } from '../ui/forGood'
import { Halted } from '../ui/halted'
import { Only } from '../ui/here'
import { Link } from '../ui/link'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { PageHead } from '../ui/pageHead'
import { counted, figure, percent } from '../ui/show'
import { useUnderWay } from '../ui/useUnderWay'
import { withdrawSheetAction } from './actions'
import { LinksOfSheet } from './linksOfSheet'
import { type OneSheet, STATES } from './states'
import { Written } from './written'

interface Props {
  sheet: OneSheet
  /** The address of its form. */
  address: string
  fields: readonly RecordField[]
  query: QueryOf<'links'>
  first: Page<RowOf<'links'>>
}

/** A link sheet: how far it is, how it is written, what came of it, and who has which link. */
export function LinkSheet({ sheet, address, fields, query, first }: Props) {
  const { id, title, form, formName, chosen, state, expiresAt, isOver, who, createdAt, error } = sheet
  const isUnderWay = state === 'making'
  useUnderWay(isUnderWay)
  return (
    <main className="px-4 py-3">
      <PageHead back={['/people/sheets', 'Link sheets']} heading={title}>
        <Chip tone={STATES[state].tone}>{STATES[state].words}</Chip>
        <span className="text-soft">
          to{' '}
          <Link href={`/forms/${form}/readout`} className="text-teal underline">
            <Outside>{formName}</Outside>
          </Link>{' '}
          · <Outside>{chosen}</Outside> · by <Outside>{who}</Outside>, <Moment at={createdAt} />
          {state !== 'withdrawn' && (
            <>
              {' '}
              · {isOver ? 'work no more since ' : 'work until '}
              <Moment at={expiresAt} />
            </>
          )}
        </span>
      </PageHead>
      <Halted error={error} />
      {isUnderWay ? <Progress sheet={sheet} /> : <Came sheet={sheet} />}
      <div className="grid items-start gap-x-6 gap-y-5 min-[1100px]:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <LinksOfSheet {...{ query, first }} />
        <div className="space-y-5 max-[1099px]:-order-1">
          {state !== 'withdrawn' && (
            <Only may="answer">
              <Written key={id} {...{ sheet, address, fields }} />
            </Only>
          )}
          <Nobodys sheet={sheet} />
          {state !== 'withdrawn' && (
            <Only may="answer">
              <section>
                <h2 className="mb-1.5">Withdraw</h2>
                <p className="mb-1.5 text-soft">
                  Whoever opens a link of this sheet is a stranger to the form from then on.
                </p>
                <ForGood
                  label="Withdraw all"
                  what="links of this sheet"
                  action={() => withdrawSheetAction({ id })}
                  done="All links of this sheet are withdrawn"
                />
              </section>
            </Only>
          )}
        </div>
      </div>
    </main>
  )
}

const Progress = ({ sheet: { linked, of } }: { sheet: OneSheet }) => (
  <section aria-label="How far it is" className="mb-3 flex max-w-3xl flex-wrap items-center gap-3">
    <progress
      className="h-2 flex-1 accent-moss"
      aria-label="Links are being made"
      max={Math.max(of, 1)}
      value={linked}
    />
    <span role="status">
      Links are being made. {figure(linked)} of {figure(of)}
    </span>
  </section>
)

/** What came of it: of how many links anything came, as each counts once however often it is opened. */
const Came = ({ sheet: { linked, added, used } }: { sheet: OneSheet }) => {
  const rate = (n: number) => (linked > 0 ? percent(n / linked) : '')
  return (
    <section aria-label="What came of it" className="mb-4 flex flex-wrap items-baseline gap-x-6 gap-y-1">
      <Figure
        value={figure(linked)}
        of={linked === 1 ? 'link' : 'links'}
        range={added > 0 ? `${figure(added)} for new contacts` : ''}
      />
      <Figure value={figure(used.opened)} of="opened" range={rate(used.opened)} />
      <Figure value={figure(used.begun)} of="begun" range={rate(used.begun)} />
      <Figure value={figure(used.sent)} of="sent" range={rate(used.sent)} />
      {used.byOthers > 0 && (
        <span title="Another address was answered by it: somebody passed it on.">
          <Figure value={figure(used.byOthers)} of="answered by others" />
        </span>
      )}
    </section>
  )
}

/** Addresses that were pasted and that nobody has. */
function Nobodys({ sheet: { unknown, nobodys } }: { sheet: OneSheet }) {
  if (unknown === 0) return null
  return (
    <section>
      <h2 className="mb-1.5">{counted(unknown, 'address', 'addresses')} that nobody had</h2>
      {nobodys.length === 0 ? (
        <p className="text-soft">They are kept no more, since 30 days are over or the sheet was withdrawn.</p>
      ) : (
        <>
          <ul className="name max-h-40 overflow-auto wrap-anywhere">
            {nobodys.map((one) => (
              <li key={one}>
                <Outside>{one}</Outside>
              </li>
            ))}
          </ul>
          {unknown > nobodys.length && <p className="text-soft">and {figure(unknown - nobodys.length)} more</p>}
        </>
      )}
    </section>
  )
}
