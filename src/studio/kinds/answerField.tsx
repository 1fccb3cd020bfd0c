'use client'

import { type Answer, isList, joinPath, partOf, type Path, type Scalar } from '@/core/answers/answer'
import { fileAddress } from '@/core/answers/files'
import type { Form } from '@/core/form/definition'
import { domainAt } from '@/core/form/values'
import { ChoiceField, TextField } from '../ui/field'
import { inputFor } from './inputs'
import { vocabularyOf } from '@/core/form/vocabulary'
import { answerOf, asOptions, type Choice, choicesAt } from './choices'

interface Props {
  form: Form
  path: Path
  label: string
  value: Answer
  onChange: (value: Answer) => void
  /** What a menu says for no answer. */
  nothing: string
}

/** An answer to a question, entered in the studio: chosen where there are only a few, or else written. */
export function AnswerField({ form, path, label, value, onChange, nothing }: Props) {
  const domain = domainAt(form, path)
  const choices = choicesAt(vocabularyOf(form), path)
  if (domain?.is === 'record')
    return domain.parts.map((part) => (
      <AnswerField
        key={part.name}
        form={form}
        path={joinPath(path, part.name)}
        label={`${label} · ${part.label}`}
        value={partOf(value, part.name)}
        nothing={nothing}
        onChange={(next) =>
          onChange({ ...(typeof value === 'object' && !isList(value) ? value : {}), [part.name]: next })
        }
      />
    ))
  if (domain?.is === 'files')
    return (
      <ChoiceField
        label={label}
        value={value === null ? '' : 'given'}
        options={[
          ['', nothing],
          ['given', 'A file'],
        ]}
        onCommit={(key) => onChange(key === '' ? null : isList(value) ? value : [SOME_FILE])}
      />
    )
  if (choices && domain?.is === 'some of') {
    const given = isList(value) ? value : []
    const known = given.filter((one) => choices.some(({ answer }) => answer === one))
    const written = given.filter((one) => !known.includes(one))
    const keep = (all: readonly Scalar[]) => onChange(all.length > 0 ? all : null)
    return (
      <>
        <span className="self-start pt-1 text-soft">{label}</span>
        <Ticks label={label} choices={choices} chosen={known} onChange={(chosen) => keep([...chosen, ...written])} />
        {domain.open && (
          <WrittenField
            label={label}
            value={written[0] ?? ''}
            onChange={(text) => keep([...known, ...(text ? [text] : [])])}
          />
        )}
      </>
    )
  }
  if (choices) {
    const known = value === null || choices.some(({ answer }) => answer === value)
    return (
      <>
        <ChoiceField
          label={label}
          value={known ? asText(value) : ''}
          options={[['', nothing], ...asOptions(choices)]}
          onCommit={(key) => onChange(answerOf(choices, key))}
        />
        {domain?.is === 'one of' && domain.open && (
          <WrittenField label={label} value={known ? '' : asText(value)} onChange={(text) => onChange(text || null)} />
        )}
      </>
    )
  }
  return (
    <TextField
      label={label}
      type={inputFor(domain).type}
      value={asText(value)}
      onCommit={(text) => {
        const isNumber = domain?.is === 'number' && text.trim() !== '' && Number.isFinite(Number(text))
        onChange(text === '' ? null : isNumber ? Number(text) : text)
      }}
    />
  )
}

/** Stands for any file: what is planned with it never goes out. */
const SOME_FILE = fileAddress('https://files.example', '00000000-0000-4000-8000-000000000000', 'some file.pdf')

interface WrittenProps {
  label: string
  value: Scalar
  onChange: (text: string) => void
}

/** What is written instead of what can be chosen. */
const WrittenField = ({ label, value, onChange }: WrittenProps) => (
  <TextField
    label={`${label}, anything else`}
    value={String(value)}
    onCommit={(text) => onChange(text.trim().slice(0, 200))}
  />
)

interface TicksProps {
  label: string
  choices: readonly Choice[]
  chosen: readonly unknown[]
  onChange: (chosen: Choice['answer'][]) => void
}

/** Several of a few, in their own order. */
export const Ticks = ({ label, choices, chosen, onChange }: TicksProps) => (
  <span role="group" aria-label={label} className="flex flex-wrap gap-x-2">
    {choices.map(({ key, answer, words }) => (
      <label key={key} className="flex items-center gap-1">
        <input
          type="checkbox"
          className="accent-moss"
          checked={chosen.includes(answer)}
          onChange={() =>
            onChange(
              choices
                .map((choice) => choice.answer)
                .filter((one) => (one === answer ? !chosen.includes(one) : chosen.includes(one))),
            )
          }
        />
        {words}
      </label>
    ))}
  </span>
)

const asText = (value: Answer): string => (value === null || typeof value === 'object' ? '' : String(value))
