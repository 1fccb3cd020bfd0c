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
import { Chip } from '../ui/chip'
import { Findings } from '../ui/finding'
import { WithPane } from '../ui/withPane'
import { Joins } from './joins'
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
