'use client'

import { findField, RECORD_WORDS, type RecordField, showStored } from '@/core/fields/field'
import type { WaitingProposal } from '@/db/queries/proposals'
import { Empty } from '../ui/empty'
import { Link } from '../ui/link'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { Settle, useProposalKeys } from './proposed'
import { PeopleTabs } from './tabs'

interface Props {
  proposals: readonly WaitingProposal[]
  fields: readonly RecordField[]
}

const PAGES = { contact: '/people', company: '/people/companies', deal: '/people/opened', request: '/people/opened' }

/** What unproven senders propose for anybody’s fields, the latest first: each taken or left by one key. */
export function Proposals({ proposals, fields }: Props) {
  useProposalKeys()
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h1>Proposed</h1>
        <PeopleTabs at="proposals" />
        {proposals.length > 0 && <span className="text-soft">by unproven senders · Alt T takes, Alt L leaves</span>}
      </div>
      {proposals.length === 0 ? (
        <Empty title="Nothing is proposed">
          Whoever types a known address without its personal link, and says otherwise than what is stored, would show
          here.
        </Empty>
      ) : (
        <ul>
          {proposals.map((one) => (
            <Row key={`${one.record} ${one.submission} ${one.field}`} proposal={one} fields={fields} />
          ))}
        </ul>
      )}
    </main>
  )
}

function Row({ proposal, fields }: { proposal: WaitingProposal; fields: readonly RecordField[] }) {
  const { record, type, title, key, stored, value, submission, formName, at } = proposal
  const field = findField(fields, type, proposal.field)
  return (
    <li
      data-proposal
      className="grid items-center gap-x-4 gap-y-1 border-b border-rule py-2 min-[900px]:grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)_14rem_auto]"
    >
      <span className="min-w-0">
        <Link href={`${PAGES[type]}/${record}`} className="font-semibold hover:underline">
          <Outside>{title}</Outside>
        </Link>
        <span className="block text-soft">
          <Outside>{type === 'contact' ? key : RECORD_WORDS[type]}</Outside>
        </span>
      </span>
      <span className="min-w-0">
        <span className="text-soft">
          <Outside>{field?.label ?? proposal.field}</Outside>
        </span>{' '}
        <Outside>{showStored(field, stored)}</Outside> <span className="text-soft">→</span>{' '}
        <span className="font-semibold">
          <Outside>{showStored(field, value)}</Outside>
        </span>
      </span>
      <span className="min-w-0 text-soft">
        <Link href={`/arrivals/${submission}`} className="text-teal underline">
          <Outside>{formName ?? 'a form'}</Outside>
        </Link>
        , <Moment at={at} />
      </span>
      {field && <Settle record={record} field={field} proposal={proposal} of={title} />}
    </li>
  )
}
