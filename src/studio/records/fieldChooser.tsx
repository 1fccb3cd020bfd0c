'use client'

import { Command } from 'cmdk'
import { useState } from 'react'
import { joinPath } from '@/core/answers/answer'
import type { Landing } from '@/core/form/definition'
import { fieldFor, landingOf, suggestFields, type Suggestion, suggestForParts } from '@/core/form/suggest_fields'
import { domainAt, findCarried, findQuestion, labelAt } from '@/core/form/values'
import { findField, RECORD_TYPES, RECORD_WORDS, type RecordType, rulesOfField } from '@/core/fields/field'
import { rulesOfTranslation } from '@/core/fields/translate'
import { useDraft } from '../draft/context'
import { addFieldAction } from '../settings/actions'
import { Button } from '../ui/button'
import { CHOICE, Chooser } from '../ui/chooser'
import { toast } from '../ui/toast'

interface Props {
  /** Name of the value. */
  name: string
  part: string | undefined
  /** What the button is called, and what it shows. */
  label: string
  shows: string
  /** Whether it stands beside what is there already. */
  quiet?: boolean
  /** Whether all parts may be given fields of their own at once. */
  offersParts?: boolean
  onChoose: (landings: Landing[]) => void
}

/** Fields to land in, by record: the likely ones first, narrowed by typing, and made where one stands. */
export function FieldChooser({ name, part, label, shows, quiet = false, offersParts = false, onChoose }: Props) {
  const { form, setResources } = useDraft((state) => state)
  const [open, setOpen] = useState(false)
  const [text, setText] = useState('')
  const choose = (landings: Landing[]) => {
    setOpen(false)
    onChoose(landings)
  }
  const make = async (record: RecordType) => {
    const wanted = fieldFor(domainAt(form, joinPath(name, part)))
    const question = findQuestion(form, name)
    const labels = new Map<string, string>(
      question && 'options' in question ? question.options.map((one) => [one.value, one.label]) : [],
    )
    const options = wanted.options.map(({ value, label: words }) => ({ value, label: labels.get(value) ?? words }))
    const made = await addFieldAction({ record, label: called, type: wanted.type, options })
    if (!made.ok) return toast(made.message)
    setResources(made.now)
    choose([{ record, field: made.value.name, part, ifFilled: 'replace', trustedOnly: false, unless: [] }])
  }
  const called = (text.trim() || labelAt(form, joinPath(name, part))).slice(0, 80)
  const stores = rulesOfField(fieldFor(domainAt(form, joinPath(name, part))).type).words.toLowerCase()
  return (
    <Chooser
      label={label}
      placeholder="A field, or a name for a new one"
      open={open}
      onOpenChange={setOpen}
      typed={{ text, onChange: setText }}
      trigger={
        <Button aria-label={label} look={quiet ? 'quiet' : 'plain'} className="min-w-0 justify-between">
          <span className="truncate">{shows}</span> <span aria-hidden>▾</span>
        </Button>
      }
    >
      <Choices name={name} part={part} offersParts={offersParts} onChoose={choose} />
      <Command.Group forceMount heading={<Heading>Make one</Heading>}>
        {RECORD_TYPES.filter((record) => record === 'contact' || form.records[record]).map((record) => (
          <Command.Item
            key={record}
            value={`make ${record}`}
            forceMount
            className={CHOICE}
            onSelect={() => void make(record)}
          >
            <span className="min-w-0 truncate">
              New {RECORD_WORDS[record].toLowerCase()} field “{called}”
            </span>
            <span className="ml-auto shrink-0 text-soft">{stores}</span>
          </Command.Item>
        ))}
      </Command.Group>
    </Chooser>
  )
}

/** Every field there is, the likely ones first and the rest by record. */
function Choices({ name, part, offersParts, onChoose }: Pick<Props, 'name' | 'part' | 'offersParts' | 'onChoose'>) {
  const { form, resources } = useDraft((state) => state)
  const { lands = [] } = findQuestion(form, name) ?? findCarried(form, name) ?? {}
  const all = suggestFields(form, name, part, resources.fields).filter(
    ({ field }) => !lands.some((one) => one.record === field.record && one.field === field.name),
  )
  const each = offersParts ? suggestForParts(form, name, resources.fields) : null
  const labelOf = ({ record, field }: Landing) => findField(resources.fields, record, field)?.label ?? field
  const likely = all.filter((one) => one.likely)
  return (
    <>
      {(likely.length > 0 || each) && (
        <Command.Group heading={<Heading>Likely</Heading>}>
          {each && (
            <Command.Item value="each part" className={CHOICE} onSelect={() => onChoose(each)}>
              Each part in its own: {each.map(labelOf).join(', ')}
            </Command.Item>
          )}
          {likely.map((one) => (
            <FieldItem key={keyOf(one)} suggestion={one} part={part} onChoose={onChoose} />
          ))}
        </Command.Group>
      )}
      {RECORD_TYPES.map((record) => (
        <Command.Group key={record} heading={<Heading>{RECORD_WORDS[record]}</Heading>}>
          {all
            .filter((one) => one.field.record === record && !one.likely)
            .map((one) => (
              <FieldItem key={keyOf(one)} suggestion={one} part={part} onChoose={onChoose} />
            ))}
        </Command.Group>
      ))}
    </>
  )
}

const keyOf = ({ field: { record, name } }: Suggestion): string => `${record}.${name}`

const Heading = ({ children }: { children: string }) => <span className="px-2.5 text-[12px] text-soft">{children}</span>

interface ItemProps {
  suggestion: Suggestion
  part: string | undefined
  onChoose: (landings: Landing[]) => void
}

function FieldItem({ suggestion, part, onChoose }: ItemProps) {
  const { field, fits, translate, takenBy } = suggestion
  return (
    <Command.Item
      value={`${RECORD_WORDS[field.record]} ${field.label} ${field.record}.${field.name}`}
      className={`${CHOICE} ${fits === 'not' ? 'text-soft' : ''}`}
      onSelect={() => onChoose([landingOf(suggestion, part)])}
    >
      <span className="min-w-0 truncate">{`${RECORD_WORDS[field.record]} · ${field.label}`}</span>
      <span className="ml-auto shrink-0 text-soft">
        {fits === 'not'
          ? 'does not fit'
          : translate
            ? rulesOfTranslation(translate).words
            : takenBy
              ? `has ${takenBy}`
              : rulesOfField(field.type).words.toLowerCase()}
      </span>
    </Command.Item>
  )
}
