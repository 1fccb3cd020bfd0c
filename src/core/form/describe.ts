import { isAnswered, mannerOf } from '../answers/registry'
import { showPlainly } from '../answers/show'
import type { FillSource, Question } from './definition'

/** What an answer must be, in a few words: the “Must be” column. */
export const describeRule = (question: Question): string =>
  `${question.required || !isAnswered(question) ? '' : 'optional · '}${mannerOf(question).must(question)}`

/** Where a value, or a part of it, comes from before anyone types: “their record”, “link: utm_campaign”. */
export const describeFill = (source: FillSource): string =>
  source.part ? `${source.part}: ${describeSource(source)}` : describeSource(source)

function describeSource(source: FillSource): string {
  switch (source.from) {
    case 'link':
      return `link: ${source.parameter}`
    case 'record':
      return `their record: ${source.field}`
    case 'page_before':
      return 'page before'
    case 'constant':
      return `always ${showPlainly(source.value)}`
  }
}
