import { mannerOf } from '../answers/registry'
import type { FillSource, Question } from './definition'

/** What an answer must be, in a few words: the “Must be” column. */
export const describeRule = (question: Question): string =>
  `${question.required ? '' : 'optional · '}${mannerOf(question).must(question)}`

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
