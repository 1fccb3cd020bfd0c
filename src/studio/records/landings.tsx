'use client'

import { joinPath } from '@/core/answers/answer'
import type { Part } from '@/core/answers/kind'
import type { Form, Landing } from '@/core/form/definition'
import { domainAt, findCarried, findQuestion } from '@/core/form/values'
import { type FieldType, findField, RECORD_WORDS, type RecordField, rulesOfField } from '@/core/records/field'
import { landsPlainly, rulesOfTranslation, type Translation, translationsFor } from '@/core/records/translate'
import { useDraft } from '../draft/context'
import { PartField } from '../kinds/partField'
import { Button } from '../ui/button'
import { ChoiceField, Tick } from '../ui/field'

interface Props {
  /** Name of the value. */
  name: string
  label: string
  lands: Landing[]
  /** Parts of the value, where it has any. */
  parts: readonly Part[]
  onChange: (lands: Landing[]) => void
}

/** The record fields a value lands in, and what happens when a field has a value. */
export function LandingEditor({ name, label, lands, parts, onChange }: Props) {
  const { form, resources } = useDraft((state) => state)
  const fields = resources.fields.filter(({ retired }) => !retired)
  const add = () => {
    const part = parts.find((one) => lands.every((landing) => landing.part !== one.name))?.name
    onChange([...lands, firstLanding(form, name, part, fields)])
  }
  return (
    <div className="space-y-1.5">
      {lands.map((landing, index) => (
        <OneLanding
          key={index}
          name={name}
          label={label}
          landing={landing}
          parts={parts}
          fields={fields}
          onChange={(next) => onChange(lands.with(index, next))}
          onDrop={() => onChange(lands.toSpliced(index, 1))}
          onAlso={index === lands.length - 1 ? add : null}
        />
      ))}
      {lands.length === 0 && (
        <Button look="quiet" disabled={fields.length === 0} onClick={add}>
          Stays with the submission. Land it in a record
        </Button>
      )}
    </div>
  )
}

/** The likeliest landing: the field of the value’s own name, or the first that takes it as it is. */
function firstLanding(form: Form, name: string, part: string | undefined, fields: readonly RecordField[]): Landing {
  const domain = domainAt(form, joinPath(name, part))
  const fitting = fields.filter(({ type }) => !domain || landsPlainly(domain, type))
  const field = fields.find((one) => one.name === (part ?? name)) ?? fitting[0] ?? fields[0]
  return {
    record: field?.record ?? 'contact',
    field: field?.name ?? 'email',
    part,
    ifFilled: 'replace',
    trustedOnly: false,
  }
}

interface OneProps {
  name: string
  label: string
  landing: Landing
  parts: readonly Part[]
  fields: readonly RecordField[]
  onChange: (landing: Landing) => void
  onDrop: () => void
  onAlso: (() => void) | null
}

function OneLanding({ name, label, landing, parts, fields, onChange, onDrop, onAlso }: OneProps) {
  const form = useDraft((state) => state.form)
  const { record, field, part, ifFilled, trustedOnly, translate } = landing
  const known = findField(fields, record, field)
  const domain = domainAt(form, joinPath(name, part))
  const mends = domain && known ? translationsFor(domain, known.type) : []
  const fill = (findQuestion(form, name) ?? findCarried(form, name))?.fill ?? []
  const claimable = fill.some(({ from }) => from === 'link' || from === 'page_before')
  return (
    <div className="max-w-[680px] space-y-1">
      <div className="grid grid-cols-[auto_minmax(0,1fr)_minmax(0,1fr)_auto_64px] items-center gap-1.5">
        {parts.length > 0 ? (
          <PartField
            label={`Part of ${label} that lands`}
            parts={parts}
            part={part}
            onChange={(next) => onChange({ ...landing, part: next })}
          />
        ) : (
          <span />
        )}
        <ChoiceField
          hideLabel
          label={`Record field for ${label}`}
          value={`${record}.${field}`}
          options={fields.map(
            (one) => [`${one.record}.${one.name}`, `${RECORD_WORDS[one.record]} · ${one.label}`] as const,
          )}
          onCommit={(key) => {
            const next = fields.find((one) => `${one.record}.${one.name}` === key)
            if (next)
              onChange({ ...landing, record: next.record, field: next.name, ifFilled: 'replace', translate: undefined })
          }}
        />
        <ChoiceField
          hideLabel
          label={`If the field has a value, for ${label}`}
          value={ifFilled}
          options={rulesFor(known?.type)}
          onCommit={(next) => onChange({ ...landing, ifFilled: next as Landing['ifFilled'] })}
        />
        <Button look="quiet" aria-label={`Take away landing of ${label}`} onClick={onDrop}>
          ×
        </Button>
        {onAlso && (
          <Button look="quiet" aria-label={`Land ${label} in another field too`} onClick={onAlso}>
            also…
          </Button>
        )}
      </div>
      {(mends.length > 0 || translate || claimable || trustedOnly) && (
        <div className="flex items-center gap-3 pl-1.5 text-soft">
          {(mends.length > 0 || translate) && (
            <ChoiceField
              hideLabel
              label={`What of ${label} lands`}
              className="max-w-56"
              value={translate ?? ''}
              options={[
                ['', 'lands as it is'],
                ...mends.map((one) => [one, `lands ${rulesOfTranslation(one).words}`] as const),
              ]}
              onCommit={(next) => onChange({ ...landing, translate: (next || undefined) as Translation | undefined })}
            />
          )}
          {(claimable || trustedOnly) && (
            <Tick
              label="takes no claim from a link"
              on={trustedOnly}
              onCommit={(next) => onChange({ ...landing, trustedOnly: next })}
            />
          )}
        </div>
      )}
    </div>
  )
}

type Rule = Landing['ifFilled']

const RULE_WORDS: Record<Rule, string> = {
  replace: 'replaces what is there',
  keep: 'keeps what is there',
  add: 'is added to what is there',
  larger: 'replaces what is smaller',
  earlier: 'replaces what is later',
}

/** What can happen to a value that is there, in a field of a type. */
function rulesFor(type: FieldType | undefined): (readonly [Rule, string])[] {
  const joins = type && rulesOfField(type).joins
  const rules: Rule[] = ['replace', 'keep', ...(joins ? [joins] : [])]
  return rules.map((rule) => [rule, RULE_WORDS[rule]])
}
