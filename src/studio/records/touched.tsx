'use client'

import type { Form } from '@/core/form/definition'
import { phoneQuestions, questionsAsked } from '@/core/form/values'
import { mannerOf } from '@/core/kinds/registry'
import { setRecords } from '@/core/form/edits'
import { useDraft } from '../draft/context'
import { ChoiceField, Tick } from '../ui/field'
import { OpeningRow } from './opening'

/** The records a submission opens or updates. */
export function TouchedRecords() {
  const { form, edit } = useDraft((state) => state)
  const { contact, phone, company, deal, request, owner, broughtBy } = form.records
  return (
    <section className="mb-5">
      <h2 className="mb-1.5">What a submission opens or updates</h2>
      <div className="grid max-w-[760px] grid-cols-[92px_minmax(0,1fr)] items-center gap-x-3 gap-y-1.5">
        <Chosen
          of="Contact"
          label="An unknown address"
          value={contact}
          options={[
            ['open', 'an unknown address becomes a new contact'],
            ['known', 'only contacts that are known already'],
          ]}
          onCommit={(next) => edit((one) => setRecords(one, { contact: next as typeof contact }))}
        />
        {phoneQuestions(form).length > 0 && (
          <Chosen
            of="Phone"
            label="Whether a phone number tells who it is"
            value={phone}
            options={[
              ['before link', 'without an address, tells who it is'],
              ['after link', 'without an address and a link, tells who it is'],
              ['never', 'tells nobody apart'],
            ]}
            onCommit={(next) => edit((one) => setRecords(one, { phone: next as typeof phone }))}
          />
        )}
        <span className="text-soft">Company</span>
        <Tick
          label="matched by its name, or by the mail domain of its people; opened where nobody has that name"
          on={company}
          onCommit={(next) => edit((one) => setRecords(one, { company: next }))}
        />
        <OpeningRow what="deal" title="Deal" opening={deal} />
        <OpeningRow what="request" title="Request" opening={request} />
        <Chosen
          of="Brought by"
          label="Which value says who brought them along"
          value={broughtBy ?? ''}
          options={[
            ['', 'nobody asks'],
            ...codeValues(form).map(([name, label]) => [name, `whoever has the code in “${label}”`] as const),
          ]}
          onCommit={(next) => edit((one) => setRecords(one, { broughtBy: next || null }))}
        />
        <Chosen
          of="Owner"
          label="Who owns what nobody owns yet"
          value={owner}
          options={[
            ['nobody', 'nobody, until somebody is given it by hand'],
            ['desk', 'an owner of the desk that is told, in turn'],
            ['company', 'the company’s, or else as the desk’s'],
          ]}
          onCommit={(next) => edit((one) => setRecords(one, { owner: next as typeof owner }))}
        />
      </div>
    </section>
  )
}

interface ChosenProps {
  /** What it is of, as it stands before it. */
  of: string
  /** What it is called for those who do not see that. */
  label: string
  value: string
  options: readonly (readonly [value: string, label: string])[]
  onCommit: (value: string) => void
}

/** One of a few ways in which records are dealt with. */
const Chosen = ({ of, ...choice }: ChosenProps) => (
  <>
    <span className="text-soft">{of}</span>
    <ChoiceField hideLabel className="max-w-96" {...choice} />
  </>
)

/** Values that can hold a friend’s code: answers that are texts, and what is carried. */
const codeValues = (form: Form): (readonly [string, string])[] => [
  ...questionsAsked(form)
    .filter(({ question }) => mannerOf(question).domain(question).is === 'text' && !mannerOf(question).isAddress)
    .map(({ question: { name, label } }) => [name, label] as const),
  ...form.carried.map(({ name, label }) => [name, label] as const),
]
