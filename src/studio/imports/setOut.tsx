'use client'

import { useState } from 'react'
import { type FieldType, type RecordField, RECORD_WORDS, rulesOfField } from '@/core/fields/field'
import { type EncodingName, ENCODINGS } from '@/core/imports/encodings'
import { SEPARATORS, type Separator } from '@/core/imports/guess_separator'
import { type ImportPlan, type ImportTarget, NEW_FIELD_TYPES, planFor } from '@/core/imports/import_plan'
import type { ListInfo } from '@/core/records/record'
import { Button } from '../ui/button'
import { ChoiceField, TextField, Tick } from '../ui/field'
import { useMay } from '../ui/here'
import { Outside } from '../ui/outside'
import { useRun } from '../ui/useRun'
import { planImportAction, readAgainAction } from './actions'
import type { OneImport } from './tell'

interface Props {
  one: OneImport
  fields: readonly RecordField[]
  lists: readonly ListInfo[]
}

type Join = ImportPlan['joins'][number]
type Record_ = 'contact' | 'company'

const SEPARATOR_WORDS: Record<Separator, string> = { ',': 'comma', ';': 'semicolon', '\t': 'tab', '|': 'upright line' }

/** Says where the columns of a file go, and has it looked what would come of that. */
export function SetOut({ one, fields, lists }: Props) {
  const { id, columns, proposed, state } = one
  const { busy, run } = useRun()
  const [plan, setPlan] = useState<ImportPlan>(one.plan ?? planFor(proposed))
  const put = (change: Partial<ImportPlan>) => setPlan({ ...plan, ...change })
  const aim = (column: number, target: ImportTarget) =>
    put({ targets: columns.map((_, n) => (n === column ? target : (plan.targets[n] ?? { to: 'nothing' }))) })
  const isAddressed = plan.targets.some((target) => keyOf(target) === 'contact.email')
  return (
    <section aria-label="Where the columns go" className="mb-5 max-w-5xl">
      <Reading one={one} />
      {columns.length > 0 && (
        <>
          <table className="sheet">
            <thead>
              <tr>
                <th className="w-1/4">Column</th>
                <th className="max-[599px]:hidden">Some of what it holds</th>
                <th className="w-2/5">Goes to</th>
              </tr>
            </thead>
            <tbody>
              {columns.map(({ head, samples }, column) => (
                <tr key={column}>
                  <td className="font-semibold">
                    <Outside>{head || `Column ${column + 1}`}</Outside>
                  </td>
                  <td className="text-soft max-[599px]:hidden">
                    <span className="line-clamp-2" title={samples.join(' · ')}>
                      <Outside>{samples.slice(0, 3).join(' · ')}</Outside>
                    </span>
                  </td>
                  <td>
                    <Target
                      head={head || `Column ${column + 1}`}
                      target={plan.targets[column] ?? { to: 'nothing' }}
                      taken={new Set(plan.targets.map(keyOf))}
                      fields={fields}
                      onChange={(target) => aim(column, target)}
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <Joins {...{ plan, columns, lists }} onChange={(joins) => put({ joins })} />
          <h2 className="mt-4 mb-1.5">How it is brought in</h2>
          <div className="grid max-w-3xl grid-cols-[13rem_minmax(0,1fr)] items-center gap-x-3 gap-y-2">
            <ChoiceField
              label="What is stored already"
              value={plan.ifFilled}
              options={[
                ['keep', 'stays; only what is blank is filled'],
                ['replace', 'is replaced by what the file says'],
              ]}
              onCommit={(ifFilled) => put({ ifFilled: ifFilled as ImportPlan['ifFilled'] })}
            />
            <ChoiceField
              label="Something wrong in a row"
              value={plan.wrongKeeps}
              options={[
                ['row', 'keeps the row from being brought in'],
                ['cell', 'is left out, and the rest brought in'],
              ]}
              onCommit={(wrongKeeps) => put({ wrongKeeps: wrongKeeps as ImportPlan['wrongKeeps'] })}
            />
            <ChoiceField
              label="A date like 3/4/2026"
              value={plan.dates}
              options={[
                ['day first', 'has the day first'],
                ['month first', 'has the month first'],
              ]}
              onCommit={(dates) => put({ dates: dates as ImportPlan['dates'] })}
            />
            <TextField
              label="Phones without a country are of"
              value={plan.country ?? ''}
              placeholder="No country; or two letters, such as SE"
              onCommit={(text) => put({ country: /^[a-z]{2}$/i.test(text.trim()) ? text.trim().toUpperCase() : null })}
            />
            <span className="text-soft">People nobody knows</span>
            <Tick label="are made" on={plan.opens} onCommit={(opens) => put({ opens })} />
          </div>
          <p className="mt-3 flex flex-wrap items-center gap-3">
            <Button
              look={state === 'ready' ? 'plain' : 'main'}
              disabled={busy || !isAddressed}
              onClick={() => void run(() => planImportAction({ id, plan }))}
            >
              {state === 'ready' ? 'Look again what would come of it' : 'Look what would come of it'}
            </Button>
            <span className="text-soft">
              {isAddressed
                ? 'Nothing is changed by that, and nothing is sent to anybody by bringing people in.'
                : 'Say which column holds the email address.'}
            </span>
          </p>
        </>
      )}
    </section>
  )
}

/** How the file is written, where it was not guessed right. */
function Reading({ one: { id, kind, encoding, separator } }: { one: OneImport }) {
  const { run } = useRun()
  if (kind === 'xlsx') return null
  return (
    <div className="mb-3 flex flex-wrap items-center gap-3 whitespace-nowrap">
      <span className="flex items-center gap-2">
        <ChoiceField
          label="Written in"
          value={encoding ?? 'utf-8'}
          options={Object.entries(ENCODINGS)}
          onCommit={(to) => void run(() => readAgainAction({ id, encoding: to as EncodingName }))}
        />
      </span>
      {kind === 'csv' && (
        <span className="flex items-center gap-2">
          <ChoiceField
            label="parted by"
            value={separator ?? ','}
            options={SEPARATORS.map((one) => [one, SEPARATOR_WORDS[one]])}
            onCommit={(to) => void run(() => readAgainAction({ id, separator: to as Separator }))}
          />
        </span>
      )}
    </div>
  )
}

const keyOf = (target: ImportTarget): string =>
  target.to === 'field' ? `${target.record}.${target.field}` : target.to === 'new field' ? `new.${target.record}` : ''

interface TargetProps {
  head: string
  target: ImportTarget
  /** What other columns go to. */
  taken: ReadonlySet<string>
  fields: readonly RecordField[]
  onChange: (target: ImportTarget) => void
}

function Target({ head, target, taken, fields, onChange }: TargetProps) {
  const mayMakeFields = useMay('edit')
  const offered = (['contact', 'company'] as const).flatMap((record) =>
    fields.filter((field) => field.record === record && !field.retired),
  )
  const choose = (key: string) => {
    const [record, field] = key.split('.') as [Record_ | 'new', string]
    if (record === 'new')
      onChange({ to: 'new field', record: field as Record_, label: head.slice(0, 100), type: 'text' })
    else onChange(key === '' ? { to: 'nothing' } : { to: 'field', record, field })
  }
  return (
    <span className="flex flex-wrap gap-1.5">
      <select
        aria-label={`Where ${head} goes`}
        className={`box w-auto! ${target.to === 'nothing' ? 'text-soft' : ''}`}
        value={keyOf(target)}
        onChange={(event) => choose(event.target.value)}
      >
        <option value="">nowhere</option>
        {(['contact', 'company'] as const).map((record) => (
          <optgroup key={record} label={RECORD_WORDS[record]}>
            {offered
              .filter((field) => field.record === record)
              .map(({ name, label }) => {
                const key = `${record}.${name}`
                return (
                  <option key={key} value={key} disabled={key !== keyOf(target) && taken.has(key)}>
                    {RECORD_WORDS[record]} · {label}
                  </option>
                )
              })}
            {mayMakeFields && <option value={`new.${record}`}>{RECORD_WORDS[record]} · a new field</option>}
          </optgroup>
        ))}
      </select>
      {target.to === 'new field' && (
        <>
          <TextField
            label={`What the new field for ${head} is called`}
            hideLabel
            filled
            value={target.label}
            onCommit={(label) => onChange({ ...target, label: label.slice(0, 100) })}
          />
          <ChoiceField
            label={`What the new field for ${head} holds`}
            hideLabel
            className="w-auto!"
            value={target.type}
            options={NEW_FIELD_TYPES.map((type) => [type, rulesOfField(type as FieldType).words.toLowerCase()])}
            onCommit={(type) => onChange({ ...target, type: type as (typeof NEW_FIELD_TYPES)[number] })}
          />
        </>
      )}
    </span>
  )
}

interface JoinsProps {
  plan: ImportPlan
  columns: OneImport['columns']
  lists: readonly ListInfo[]
  onChange: (joins: Join[]) => void
}

/** Lists that people are put on: never without what they agreed to and where that is from. */
function Joins({ plan: { joins }, columns, lists, onChange }: JoinsProps) {
  const [first] = lists
  if (!first) return null
  const change = (n: number, change: Partial<Join>) =>
    onChange(joins.map((join, index) => (index === n ? { ...join, ...change } : join)))
  const inColumns = (words: string) =>
    columns.map(({ head }, at): [string, string] => [String(at), `${words} ${head || `column ${at + 1}`}`])
  return (
    <>
      <h2 className="mt-4 mb-1.5">
        Lists <span className="font-normal text-soft">— only with what was agreed to, and where that is from</span>
      </h2>
      {joins.map(({ list, column, wording, origin, wordingIn, givenIn }, n) => (
        <div
          key={n}
          className="mb-3 grid max-w-3xl grid-cols-[13rem_minmax(0,1fr)] items-center gap-x-3 gap-y-2 border-l-2 border-moss pl-3"
        >
          <ChoiceField
            label="On the list"
            value={list}
            options={lists.map(({ name, title }) => [name, title])}
            onCommit={(to) => change(n, { list: to })}
          />
          <ChoiceField
            label="who"
            value={column === null ? '' : String(column)}
            options={[['', 'everybody in the file'], ...inColumns('those with yes in')]}
            onCommit={(at) => change(n, { column: columnAt(at) })}
          />
          <TextField
            label="They agreed to"
            filled
            value={wording}
            rows={2}
            placeholder="The wording, as they read it"
            onCommit={(text) => change(n, { wording: text })}
          />
          <ChoiceField
            label="in their own words"
            value={String(wordingIn ?? '')}
            options={[['', 'the same for all of them'], ...inColumns('as it stands in')]}
            onCommit={(at) => change(n, { wordingIn: columnAt(at) })}
          />
          <ChoiceField
            label="when"
            value={String(givenIn ?? '')}
            options={[['', 'not told'], ...inColumns('on the day in')]}
            onCommit={(at) => change(n, { givenIn: columnAt(at) })}
          />
          <TextField
            label="This is from"
            filled
            value={origin}
            placeholder="Such as: cards at the Open kiln day, June 2026"
            onCommit={(text) => change(n, { origin: text })}
          />
          <span />
          <span>
            <Button look="quiet" onClick={() => onChange(joins.filter((_, index) => index !== n))}>
              Not on this list
            </Button>
          </span>
        </div>
      ))}
      <Button onClick={() => onChange([...joins, { list: first.name, column: null, wording: '', origin: '' }])}>
        Put people on a list…
      </Button>
    </>
  )
}

const columnAt = (chosen: string): number | null => (chosen === '' ? null : Number(chosen))
