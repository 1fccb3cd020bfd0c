'use client'

import { type Answer, isList, joinPath, partOf, type Path } from '@/core/answers/answer'
import type { Form } from '@/core/form/definition'
import { domainAt } from '@/core/form/values'
import { ChoiceField, TextField } from '../ui/field'
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
  const choices = choicesAt(form, path)
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
  if (choices && domain?.is === 'some of')
    return (
      <>
        <span className="self-start pt-1 text-soft">{label}</span>
        <Ticks
          label={label}
          choices={choices}
          chosen={isList(value) ? value : []}
          onChange={(chosen) => onChange(chosen.length > 0 ? chosen : null)}
        />
      </>
    )
  if (choices)
    return (
      <ChoiceField
        label={label}
        value={asText(value)}
        options={[['', nothing], ...asOptions(choices)]}
        onCommit={(key) => onChange(answerOf(choices, key))}
      />
    )
  return (
    <TextField
      label={label}
      type={domain?.is === 'day' ? 'date' : 'text'}
      value={asText(value)}
      onCommit={(text) => {
        const isNumber = domain?.is === 'number' && text.trim() !== '' && Number.isFinite(Number(text))
        onChange(text === '' ? null : isNumber ? Number(text) : text)
      }}
    />
  )
}

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
