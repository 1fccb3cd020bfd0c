'use client'

import type { Opening } from '@/core/form/definition'
import { newOpening, setRecords } from '@/core/form/edits'
import { valuesThatLand } from '@/core/form/values'
import { findField } from '@/core/fields/field'
import { OVER, progressOf } from '@/core/records/record'
import { FormCondition } from '../compose/formCondition'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { ChoiceField, TextField, Tick } from '../ui/field'

interface Props {
  what: 'deal' | 'request'
  title: string
  opening: Opening | null
}

/** The deal or the request that a submission opens: what it is called, which one of before it is, and how far it is. */
export function OpeningRow({ what, title, opening }: Props) {
  const edit = useDraft((state) => state.edit)
  const set = (next: Opening | null) => edit((one) => setRecords(one, { [what]: next }), `records.${what}`)
  return (
    <>
      <span className="self-start pt-1 text-soft">{title}</span>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <Tick
          label={opening ? 'opened, called' : 'none'}
          on={opening !== null}
          onCommit={(on) => set(on ? newOpening() : null)}
        />
        {opening && (
          <>
            <div className="w-80">
              <TextField
                hideLabel
                label={`Title of the ${what}`}
                value={opening.title}
                onCommit={(next) => set({ ...opening, title: next.slice(0, 200) })}
              />
            </div>
            <WhichOne what={what} opening={opening} onChange={set} />
            <Moves what={what} opening={opening} onChange={set} />
          </>
        )}
      </div>
    </>
  )
}

interface PartProps {
  what: 'deal' | 'request'
  opening: Opening
  onChange: (opening: Opening) => void
}

/** Whether each submission opens another, or which one of before it is about. */
function WhichOne({ what, opening, onChange }: PartProps) {
  const { form, resources } = useDraft((state) => state)
  const { fields } = resources
  const { again, by, ended = OVER[what] } = opening
  const stages = findField(fields, what, progressOf(what))?.options ?? []
  // What nothing lands in tells none from another.
  const landed = new Set(
    valuesThatLand(form).flatMap(({ lands }) => lands.flatMap(({ record, field }) => (record === what ? [field] : []))),
  )
  const telling = fields.filter(({ record, name }) => record === what && (landed.has(name) || name === by))
  return (
    <>
      <ChoiceField
        hideLabel
        label={`When the person has a ${what} of this form`}
        className="max-w-72"
        value={again}
        options={[
          ['another', 'each time another one'],
          ['same', 'the one of before is updated'],
        ]}
        onCommit={(next) => onChange({ ...opening, again: next as Opening['again'] })}
      />
      {again === 'same' && (
        <>
          <ChoiceField
            hideLabel
            label={`What tells one ${what} from another`}
            className="max-w-72"
            value={by ?? ''}
            options={[
              ['', 'whatever it holds'],
              ...telling.map(({ name, label }) => [name, `where its ${label} is the same`] as const),
            ]}
            onCommit={(next) => onChange({ ...opening, by: next || null })}
          />
          <details>
            <summary className="text-soft">
              {ended.length === 0
                ? 'also once it is over'
                : `until it is ${ended.map((value) => stages.find((one) => one.value === value)?.label ?? value).join(' or ')}`}
            </summary>
            <fieldset className="flex flex-wrap gap-x-3 gap-y-0.5 py-1">
              <legend className="text-soft">Another is opened where the one of before is</legend>
              {stages.map(({ value, label }) => (
                <Tick
                  key={value}
                  label={label}
                  on={ended.includes(value)}
                  onCommit={(on) =>
                    onChange({ ...opening, ended: on ? [...ended, value] : ended.filter((one) => one !== value) })
                  }
                />
              ))}
            </fieldset>
          </details>
        </>
      )}
    </>
  )
}

/** Which stage or status it gets by what is answered: the first that holds. */
function Moves({ what, opening, onChange }: PartProps) {
  const resources = useDraft((state) => state.resources)
  const field = findField(resources.fields, what, progressOf(what))
  const options = field?.options.map(({ value, label }) => [value, label] as const) ?? []
  const { moves } = opening
  const put = (next: Opening['moves']) => onChange({ ...opening, moves: next })
  const last = options.at(-1)?.[0]
  return (
    <div className="w-full space-y-1">
      {moves.map((move, at) => (
        <div key={at} className="flex flex-wrap items-start gap-x-2 gap-y-1">
          <span className="pt-1 text-soft">{field?.label} becomes</span>
          <ChoiceField
            hideLabel
            label={`${field?.label} ${at + 1} of the ${what}`}
            className="max-w-44"
            value={move.to}
            options={options}
            onCommit={(to) => put(moves.with(at, { ...move, to }))}
          />
          <span className="pt-1 text-soft">when</span>
          <div className="min-w-0 flex-1">
            <FormCondition
              condition={move.when}

              onChange={(when) => put(moves.with(at, { ...move, when }))}
            />
          </div>
          <Button
            look="quiet"
            aria-label={`Take away ${field?.label} ${at + 1} of the ${what}`}
            onClick={() => put(moves.toSpliced(at, 1))}
          >
            ×
          </Button>
        </div>
      ))}
      {last !== undefined && moves.length < 20 && (
        <Button look="quiet" onClick={() => put([...moves, { when: null, to: last }])}>
          {moves.length === 0 ? `Set its ${field?.label.toLowerCase()} by what is answered` : 'Another'}
        </Button>
      )}
    </div>
  )
}
