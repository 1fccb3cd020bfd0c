'use client'

import { useState } from 'react'
import { mannerOf } from '@/core/kinds/registry'
import { setLandings } from '@/core/form/edits'
import { partsOf, questionsAsked } from '@/core/form/values'
import { RECORD_TYPES, RECORD_WORDS, type RecordField, rulesOfField } from '@/core/fields/field'
import { useDraft, useFindings } from '../draft/context'
import { AddResource } from '../settings/addResource'
import type { Seer } from '../compose/seenBy'
import { AcrossForms } from './acrossForms'
import { type Arrival, type Tried, TryLandings, usePlanned } from './beforeAfter'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { ChoiceField } from '../ui/field'
import { Findings } from '../ui/finding'
import { WithPane } from '../ui/withPane'
import { LandingEditor } from './landings'
import { TouchedRecords } from './touched'
import { Link } from '../ui/link'

interface Props {
  /** Answers that came, and people, to see landings by; none for who may not see them. */
  arrivals: readonly Arrival[]
  people: readonly Omit<Seer, 'as'>[]
}

/** Where every value lands: one row a value, with what happens to what is there. */
export function Records({ arrivals, people }: Props) {
  const [tried, setTried] = useState<Tried>({ arrival: null, seer: null })
  const planned = usePlanned(tried)
  const { form, edit, resources, setResources } = useDraft((state) => state)
  const findings = useFindings().filter(({ place }) => place === 'records')
  const values = [
    ...questionsAsked(form)
      .map(({ question }) => question)
      .filter((question) => !mannerOf(question).agreement)
      .map(({ name, label, lands }) => ({ name, label, lands, carried: false })),
    ...form.carried.map(({ name, label, lands }) => ({ name, label, lands, carried: true })),
  ]
  const pane = (
    <>
      <h2 className="mb-1.5">Worth a look</h2>
      <Findings findings={findings} />
      <FieldChips fields={resources.fields} />
      <AddResource what="field" onAdded={(_, next) => setResources(next)} />
      <p className="mt-1.5 text-soft">
        Types, options and fields of other records are set in{' '}
        <Link href="/settings" className="text-teal underline">
          Settings
        </Link>
        .
      </p>
    </>
  )
  return (
    <WithPane about="Worth a look, and fields" pane={pane}>
      <TouchedRecords />
      <h2 className="mb-1.5">
        Where answers land <span className="font-normal text-soft">— a blank never erases what is stored</span>
      </h2>
      {arrivals.length > 0 && <TryLandings {...{ arrivals, people, tried }} onChange={setTried} />}
      <table className="sheet border border-rule">
        <thead>
          <tr>
            <th className="w-[38%]">Value</th>
            <th>Lands in, and what happens if the field has a value</th>
          </tr>
        </thead>
        <tbody>
          {values.map(({ name, label, lands, carried }) => (
            <tr key={name}>
              <td className="align-top!">
                {label} <span className="name block text-soft">{name}</span>
                {carried && <Chip tone="teal">carried</Chip>}
              </td>
              <td>
                <LandingEditor
                  name={name}
                  lands={lands}
                  label={label}
                  parts={partsOf(form, name)}
                  planned={planned}
                  onChange={(next) => edit((one) => setLandings(one, name, next))}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Joins />
      <AcrossForms />
    </WithPane>
  )
}

/** Lists joined, each with the consent that must be ticked. */
function Joins() {
  const { form, edit, resources, setResources } = useDraft((state) => state)
  const consents = questionsAsked(form)
    .map(({ question }) => question)
    .filter((question) => mannerOf(question).agreement)
  const firstConsent = consents[0]
  const keep = (joins: typeof form.joins) => edit((one) => ({ ...one, joins }))
  const join = (list: string) => firstConsent && keep([...form.joins, { list, consent: firstConsent.name }])
  return (
    <section className="mt-5">
      <h2 className="mb-1.5">
        Lists people join{' '}
        <span className="font-normal text-soft">— only by a ticked consent, whose exact wording is kept</span>
      </h2>
      {form.joins.map((join, index) => (
        <div key={index} className="mb-1.5 grid max-w-[640px] grid-cols-[1fr_auto_1fr_auto] items-center gap-2">
          <ChoiceField
            hideLabel
            label="List"
            value={join.list}
            options={resources.lists.map(({ name, title }) => [name, title] as const)}
            onCommit={(next) => keep(form.joins.with(index, { ...join, list: next }))}
          />
          <span className="text-soft">when ticked</span>
          <ChoiceField
            hideLabel
            label="Consent"
            value={join.consent}
            options={consents.map(({ name, label }) => [name, label] as const)}
            onCommit={(consent) => keep(form.joins.with(index, { ...join, consent }))}
          />
          <Button
            look="quiet"
            aria-label={`Take away list ${index + 1}`}
            onClick={() => keep(form.joins.toSpliced(index, 1))}
          >
            ×
          </Button>
        </div>
      ))}
      {!firstConsent ? (
        <p className="text-soft">To let people join a list, add a consent question in Compose.</p>
      ) : resources.lists.length === 0 ? (
        <p className="text-soft">There is no list yet. The one you add is joined.</p>
      ) : (
        <ChoiceField
          hideLabel
          label="Join a list"
          className="max-w-60"
          value=""
          options={[['', 'Join a list…'], ...resources.lists.map(({ name, title }) => [name, title] as const)]}
          onCommit={(list) => list && join(list)}
        />
      )}
      <AddResource
        what="list"
        onAdded={(list, next) => {
          setResources(next)
          join(list)
        }}
      />
    </section>
  )
}

/** The fields there are, by record. */
const FieldChips = ({ fields }: { fields: readonly RecordField[] }) =>
  RECORD_TYPES.map((record) => (
    <section key={record}>
      <h2 className="mt-4 mb-1">{RECORD_WORDS[record]} fields</h2>
      <p>
        {fields
          .filter((field) => field.record === record && !field.retired)
          .map(({ name, label, type }) => (
            <span key={name} className="mr-1">
              <Chip title={rulesOfField(type).words}>{label}</Chip>
            </span>
          ))}
      </p>
    </section>
  ))
