import type { Speech } from '@/core/language/texts'
import type { Moment } from '@/core/answers/answer'
import { isAnswered, mannerOf, rulesOf } from '@/core/kinds/registry'
import type { Marks, Question } from '@/core/form/definition'
import { wordingOf } from '@/core/answers/options'
import type { LabelPlace } from '@/core/look/theme'
import { idOfQuestion } from './errors'
import { visitorKindOf } from './kinds/registry'
import { Said, type Say } from './said'
import { SHOWN_ON_CLASS } from './shown_on'

interface Props {
  question: Question
  value: unknown
  shown: boolean
  /** Whether it waits until what stands before it in its step was asked. */
  later: boolean
  error: string | undefined
  marks: Marks
  labels: LabelPlace
  visit: string
  now: Moment
  say: Say
  speech: Speech
}

/** One question: its label, help, control and error, tied together for every reader. */
export function QuestionField({ question, value, shown, later, error, marks, labels, visit, now, say, speech }: Props) {
  const id = idOfQuestion(question.name)
  const describedBy = [question.help && `${id}-help`, error && `${id}-error`].filter(Boolean).join(' ') || undefined
  const { Control, frame, stays, on } = visitorKindOf(question.kind)
  const held = rulesOf(question).writeBox?.(value, speech) ?? value
  const control = (
    <Control {...{ question, value: held, id, visit, now, describedBy, say, speech }} invalid={Boolean(error)} />
  )
  const label = <Said wording={wordingOf(question)} say={say} />
  const mark =
    isAnswered(question) && question.required === (marks.on === 'required') ? (
      <span className={`mark ${marks.colour}`} aria-hidden="true">
        {' '}
        {marks.symbol}
      </span>
    ) : null
  const help = question.help && (
    <p className="help" id={`${id}-help`}>
      <Said wording={question.help} say={say} />
    </p>
  )
  const complaint = (
    <p className="error" id={`${id}-error`} hidden={!error}>
      {error && say(error)}
    </p>
  )
  const framed = frame(question)
  const beside = labels === 'beside' && framed !== 'bare' && !question.hideLabel
  const className = [
    'question',
    later && 'later',
    beside ? 'full beside' : (question.width ?? mannerOf(question).width),
    SHOWN_ON_CLASS[on?.(question) ?? 'both'],
  ]
    .filter(Boolean)
    .join(' ')
  const wrapper = { className, 'data-question': question.name, hidden: !shown }
  // A label that is hidden from the eyes is still read out.
  const labelled = question.hideLabel || labels === 'hidden' ? 'unseen' : undefined
  if (framed === 'unseen') return null
  if (framed === 'bare') return <div {...wrapper}>{control}</div>
  if (framed !== 'label')
    return (
      <fieldset {...wrapper} aria-describedby={framed === 'group' ? describedBy : undefined}>
        <legend className={labelled}>
          {label}
          {mark}
        </legend>
        {help}
        {control}
        {stays && !question.required && (
          <button type="button" name={question.name} className="take-back" data-take-back hidden>
            {speech.tell('take_back')}
          </button>
        )}
        {complaint}
      </fieldset>
    )
  return (
    <div {...wrapper}>
      <label htmlFor={id} className={labelled}>
        {label}
        {mark}
      </label>
      {help}
      {control}
      {complaint}
    </div>
  )
}
