'use client'

import { useEffect } from 'react'
import { quoted, Outside } from '../ui/outside'
import type { Proposal } from '@/db/queries/proposals'
import { type RecordField, showStored } from '@/core/fields/field'
import { Button } from '../ui/button'
import { Only } from '../ui/here'
import { isBusy } from '../ui/isBusy'
import { Link } from '../ui/link'
import { Moment } from '../ui/moment'
import { figure } from '../ui/show'
import { leaveProposalsAction, takeProposalsAction } from './actions'
import { useChange } from './useChange'

interface Props {
  record: string
  field: RecordField
  /** What is proposed for this field. */
  proposals: readonly Proposal[]
}

/** What unproven senders propose for a field, beside what is stored in it: taken or left, each by one key. */
export const Proposed = ({ record, field, proposals }: Props) => (
  <ul>
    {proposals.map((one) => (
      <OneProposal key={`${one.submission} ${one.field}`} record={record} field={field} proposal={one} />
    ))}
  </ul>
)

function OneProposal({ record, field, proposal }: SettleProps) {
  const { submission, formName, at, value } = proposal
  return (
    <li data-proposal className="mt-1 flex flex-wrap items-baseline gap-x-2 border-l-2 border-teal pl-2">
      <span className="whitespace-pre-line">
        <Outside>{showStored(field, value)}</Outside>
      </span>
      <span className="text-soft">
        proposed in{' '}
        <Link href={`/arrivals/${submission}`} className="text-teal underline">
          <Outside>{formName ?? 'a form'}</Outside>
        </Link>
        , <Moment at={at} />
      </span>
      <Settle record={record} field={field} proposal={proposal} />
    </li>
  )
}

interface SettleProps {
  record: string
  field: RecordField
  proposal: Proposal
  /** What the record is called, where several are shown. */
  of?: string
}

/** Takes or leaves a proposal. */
export function Settle({ record, field, proposal: { submission, value }, of = '' }: SettleProps) {
  const { busy, change } = useChange()
  const wish = { id: record, proposals: [{ submission, field: field.name }] }
  const words = showStored(field, value)
  const whose = of && ` of ${of}`
  return (
    <Only may="answer">
      <span className="flex gap-1">
        <Button
          data-does="take"
          aria-label={`Take ${words} as ${field.label}${whose}`}
          aria-keyshortcuts="Alt+T"
          title="Alt T"
          disabled={busy}
          onClick={() => void change(`${quoted(field.label)} is taken`, () => takeProposalsAction(wish))}
        >
          Take
        </Button>
        <Button
          look="quiet"
          data-does="leave"
          aria-label={`Leave ${words}, and ${field.label}${whose} as it is`}
          aria-keyshortcuts="Alt+L"
          title="Alt L"
          disabled={busy}
          onClick={() => void change(`${quoted(field.label)} stays as it is`, () => leaveProposalsAction(wish))}
        >
          Leave
        </Button>
      </span>
    </Only>
  )
}

/** Says that something is proposed, with a way to settle all of it; `proposals` are one at least. */
export function ProposedInAll({ record, proposals }: { record: string; proposals: readonly Proposal[] }) {
  const { busy, change } = useChange()
  const pick = (some: readonly Proposal[]) => some.map(({ submission, field }) => ({ submission, field }))
  // Of one field, what was proposed last.
  const latest = proposals.filter(({ field }, at) => proposals.findIndex((one) => one.field === field) === at)
  useProposalKeys()
  return (
    <div className="mb-2 flex flex-wrap items-baseline gap-x-3 gap-y-1 rounded-md bg-teal-bg px-3 py-1.5">
      <span>
        {proposals.length === 1 ? 'One value' : `${figure(proposals.length)} values`} proposed by unproven senders
      </span>
      <Only may="answer">
        <Button
          disabled={busy}
          onClick={() =>
            void change('All that was proposed is taken', () =>
              takeProposalsAction({ id: record, proposals: pick(latest) }),
            )
          }
        >
          Take all
        </Button>
        <Button
          look="quiet"
          disabled={busy}
          onClick={() =>
            void change('All stays as it is', () => leaveProposalsAction({ id: record, proposals: pick(proposals) }))
          }
        >
          Leave all
        </Button>
      </Only>
    </div>
  )
}

const KEYS: Partial<Record<string, string>> = { KeyT: 'take', KeyL: 'leave' }

/** Alt T takes, and Alt L leaves, the proposal that has the focus, or else the first. */
export function useProposalKeys(): void {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const does = KEYS[event.code]
      if (!event.altKey || event.ctrlKey || event.metaKey || !does || isBusy(event.target)) return
      const find = (where: string) => document.querySelector<HTMLButtonElement>(`${where} [data-does=${does}]`)
      const button = find('[data-proposal]:focus-within') ?? find('[data-proposal]')
      if (!button) return
      event.preventDefault()
      button.click()
    }
    document.addEventListener('keydown', press)
    return () => document.removeEventListener('keydown', press)
  }, [])
}
