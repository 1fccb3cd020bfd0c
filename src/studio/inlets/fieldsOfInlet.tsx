import { useState } from 'react'
import type { Form } from '@/core/form/definition'
import { answeredByHand, labelAt, pathsOf } from '@/core/form/values'
import { joinPath, splitPath } from '@/core/answers/answer'
import { type Agreed, agreeOnSenses, labelOf, type Proposal, proposeSenses } from '@/core/inlets/propose'
import { isAnswered, KIND_NAMES, type KindName, mannerOf } from '@/core/kinds/registry'
import type { ShownInlet } from '@/server/inlets/show_inlet'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { ChoiceField, TextField } from '../ui/field'
import { Only, useMay } from '../ui/here'
import { Link } from '../ui/link'
import { figure } from '../ui/show'
import { headClass, SPARE } from '../ui/spare'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { changeInletAction } from './actions'

type Field = ShownInlet['fields'][number]
type Sense = Agreed[number]['sense']

/** What each field of the form elsewhere is here, to be agreed on: it stands in the draft then, which a release makes live. */
export function FieldsOfInlet({ inlet }: { inlet: ShownInlet }) {
  const { form, resources, edit, facts } = useDraft((state) => state)
  // What was chosen here stands over what the draft says by now, or what is likely.
  const [chosen, setChosen] = useState<ReadonlyMap<string, Sense>>(new Map())
  const { busy, run } = useRun()
  const may = useMay('edit')
  const proposed = proposeSenses(inlet.fields, form, inlet.name, inlet.settings)
  const agreed = proposed.map(({ name, sense }) => ({ name, sense: chosen.get(name) ?? sense }))
  const set = (name: string, sense: Sense) => setChosen((before) => new Map(before).set(name, sense))
  const agree = async () => {
    const { fields } = resources
    edit((before) => agreeOnSenses(before, inlet.name, agreed, inlet.fields, fields))
    setChosen(new Map())
    const leftOut = agreed.flatMap(({ name, sense }) => (sense.to === 'nothing' ? [name] : []))
    const { title, name } = inlet
    const settings = { ...inlet.settings, leftOut }
    if ((await run(() => changeInletAction({ slug: facts.slug, name, title, settings }))) !== undefined)
      toast('It stands in the draft. A release takes what waits')
  }
  return (
    <div className="grid min-w-0 gap-2">
      <div className="overflow-x-auto">
        <table className="sheet">
          <thead>
            <tr>
              <th scope="col">Field there</th>
              <th scope="col">What comes in it</th>
              <th scope="col" className={headClass(true, true)}>
                Filled in
              </th>
              <th scope="col">Is here</th>
            </tr>
          </thead>
          <tbody>
            {inlet.fields.map((field, at) => (
              <tr key={field.name}>
                <th scope="row" className="name break-all">
                  <bdi>{field.name}</bdi>
                </th>
                <td className="max-w-72 break-words text-soft">
                  <Comes field={field} />
                </td>
                <td className={`text-right ${SPARE}`}>{figure(field.filled)}</td>
                <td>
                  <IsHere
                    form={form}
                    field={field}
                    proposal={proposed[at]}
                    sense={agreed[at]?.sense ?? field.sense}
                    isOpen={may}
                    onSet={(sense) => set(field.name, sense)}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Only may="edit">
        <span className="flex flex-wrap items-center gap-3">
          <Button look="main" disabled={busy} onClick={() => void agree()}>
            Put it so into the draft
          </Button>
          <Link href={`/forms/${facts.slug}/release`} className="text-teal underline">
            To the release
          </Link>
        </span>
      </Only>
    </div>
  )
}

function Comes({ field: { samples, files, distinct } }: { field: Field }) {
  if (files) return 'files'
  if (samples.length === 0) return 'nothing that is kept'
  const more = distinct - samples.length
  return (
    <>
      {samples.slice(0, 3).map((sample, at) => (
        <span key={sample}>
          {at > 0 && ' · '}
          <bdi>{sample}</bdi>
        </span>
      ))}
      {more + Math.max(0, samples.length - 3) > 0 && ' · …'}
    </>
  )
}

interface IsHereProps {
  form: Form
  field: Field
  proposal: Proposal | undefined
  sense: Sense
  isOpen: boolean
  onSet: (sense: Sense) => void
}

const NEW = 'new question'
const NOTHING = 'nothing'

/** Kinds that a form elsewhere can ask. */
const KINDS: readonly (readonly [KindName, string])[] = KIND_NAMES.filter((kind) => isAnswered({ kind }))
  .map((kind) => [kind, mannerOf({ kind }).words] as const)
  .toSorted(([, one], [, other]) => one.localeCompare(other))

function IsHere({ form, field, proposal, sense, isOpen, onSet }: IsHereProps) {
  const { name, released } = field
  const { because = '', sense: likely = field.sense } = proposal ?? {}
  const paths = pathsOf(
    form,
    answeredByHand(form).map((question) => question.name),
  )
  const chosen = sense.to === 'question' ? joinPath(sense.question, sense.part) : sense.to === 'new' ? NEW : NOTHING
  const choose = (value: string) => {
    if (value === NOTHING) return onSet({ to: 'nothing' })
    if (value === NEW)
      return onSet(likely.to === 'new' ? likely : { to: 'new', value: name, label: labelOf(name), kind: 'short_text' })
    const [question, part] = splitPath(value)
    onSet({ to: 'question', question, ...(part !== null && { part }) })
  }
  return (
    <fieldset disabled={!isOpen} className="grid min-w-52 gap-1">
      <ChoiceField
        label={`What ${name} is here`}
        hideLabel
        value={chosen}
        options={[
          ...paths.map((path) => [path, labelAt(form, path)] as const),
          [NEW, 'A new question'],
          [NOTHING, 'Nothing: leave it out'],
        ]}
        onCommit={choose}
      />
      {sense.to === 'new' && (
        <span className="grid items-center gap-1.5 sm:grid-cols-2">
          <TextField
            label={`What the new question for ${name} is called`}
            hideLabel
            filled
            value={sense.label}
            onCommit={(label) => onSet({ ...sense, label })}
          />
          <ChoiceField
            label={`Kind of the new question for ${name}`}
            hideLabel
            value={sense.kind}
            options={KINDS}
            onCommit={(kind) => onSet({ to: 'new', value: name, label: sense.label, kind: kind as KindName })}
          />
          {sense.part !== undefined && (
            <span className="text-soft">
              its part <span className="name">{sense.part}</span>
            </span>
          )}
        </span>
      )}
      <span className="text-soft">
        {released ? <Chip tone="moss">released</Chip> : because === '' ? null : `since ${because}`}
      </span>
    </fieldset>
  )
}
