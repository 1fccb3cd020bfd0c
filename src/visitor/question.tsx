import type { ReactNode } from 'react'
import type { Question } from '@/core/form/definition'
import { Consent } from './kinds/consent'
import type { ControlProps } from './kinds/control'
import { Email } from './kinds/email'
import { LongText } from './kinds/long_text'
import { NumberField } from './kinds/number'
import { ShortText } from './kinds/short_text'
import { SingleChoice } from './kinds/single_choice'

type Control = (props: ControlProps) => ReactNode

const CONTROLS = {
  short_text: ShortText,
  long_text: LongText,
  email: Email,
  number: NumberField,
  single_choice: SingleChoice,
  consent: Consent,
} as unknown as Record<Question['kind'], Control>

interface Props {
  question: Question
  value: string
  shown: boolean
  error: string | undefined
}

/** One question: its label, help, control and error, tied together for every reader. */
export function QuestionField({ question, value, shown, error }: Props) {
  const id = `q-${question.name}`
  const describedBy = [question.help && `${id}-help`, error && `${id}-error`].filter(Boolean).join(' ') || undefined
  const Field = CONTROLS[question.kind]
  const control = <Field question={question} value={value} id={id} describedBy={describedBy} invalid={Boolean(error)} />
  const mark = question.required ? (
    <span className="mark" aria-hidden="true">
      {' '}
      *
    </span>
  ) : null
  const help = question.help && (
    <p className="help" id={`${id}-help`}>
      {question.help}
    </p>
  )
  const complaint = (
    <p className="error" id={`${id}-error`} hidden={!error}>
      {error}
    </p>
  )
  const wrapper = { className: 'question', 'data-question': question.name, hidden: !shown }
  const isGroup = question.kind === 'single_choice' && question.look !== 'menu'
  if (isGroup || question.kind === 'consent')
    return (
      <fieldset {...wrapper} aria-describedby={isGroup ? describedBy : undefined}>
        <legend>
          {question.label}
          {mark}
        </legend>
        {help}
        {control}
        {complaint}
      </fieldset>
    )
  return (
    <div {...wrapper}>
      <label htmlFor={id}>
        {question.label}
        {mark}
      </label>
      {help}
      {control}
      {complaint}
    </div>
  )
}
