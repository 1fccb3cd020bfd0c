import { mannerOf } from '@/core/answers/registry'
import type { Question } from '@/core/form/definition'
import { visitorKindOf } from './kinds/registry'

interface Props {
  question: Question
  value: unknown
  shown: boolean
  error: string | undefined
}

/** One question: its label, help, control and error, tied together for every reader. */
export function QuestionField({ question, value, shown, error }: Props) {
  const id = `q-${question.name}`
  const describedBy = [question.help && `${id}-help`, error && `${id}-error`].filter(Boolean).join(' ') || undefined
  const { Control, frame } = visitorKindOf(question.kind)
  const control = (
    <Control question={question} value={value} id={id} describedBy={describedBy} invalid={Boolean(error)} />
  )
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
  const className = mannerOf(question).width === 'short' ? 'question short' : 'question'
  const wrapper = { className, 'data-question': question.name, hidden: !shown }
  const framed = frame(question)
  if (framed !== 'label')
    return (
      <fieldset {...wrapper} aria-describedby={framed === 'group' ? describedBy : undefined}>
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
