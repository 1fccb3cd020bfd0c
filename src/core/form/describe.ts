import type { FillSource, Question } from './definition'

/** What an answer must be, in a few words: the “Must be” column. */
export function describeRule(question: Question): string {
  const rule = ruleOf(question)
  if (question.kind === 'consent') return question.required ? 'ticked' : 'optional'
  return question.required ? rule : `optional · ${rule}`
}

function ruleOf(question: Question): string {
  switch (question.kind) {
    case 'short_text':
      return `text, to ${question.maxLength}`
    case 'long_text':
      return `long text, to ${question.maxLength}`
    case 'email':
      return 'email address'
    case 'number': {
      const { minimum, maximum, step, unit } = question
      const span =
        minimum !== null && maximum !== null
          ? `${minimum}–${maximum}`
          : minimum !== null
            ? `${minimum} or more`
            : maximum !== null
              ? `${maximum} or less`
              : 'number'
      return [span, step !== null && step !== 1 ? `by ${step}` : '', unit].filter(Boolean).join(' ')
    }
    case 'single_choice':
      return `one of ${question.options.length}`
    case 'consent':
      return 'ticked'
  }
}

/** Where a value comes from before anyone types: “their record”, “link: utm_campaign”. */
export function describeFill(source: FillSource): string {
  switch (source.from) {
    case 'link':
      return `link: ${source.parameter}`
    case 'record':
      return `their record: ${source.field}`
    case 'page_before':
      return 'page before'
    case 'constant':
      return `always ${String(source.value)}`
  }
}

export const KIND_WORDS: Record<Question['kind'], string> = {
  short_text: 'Short text',
  long_text: 'Long text',
  email: 'Email',
  number: 'Number',
  single_choice: 'Single choice',
  consent: 'Consent',
}
