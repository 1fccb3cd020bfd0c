import type { Answers } from '../answers/answer'
import { mannerOf } from '../kinds/registry'
import type { Origins } from '../origins/origin'
import type { Form } from '../form/definition'
import { questionsAsked } from '../form/values'

/** From so many letters on, two people hardly write the same. */
const LONG = 30

/** Names of the questions that whoever sent this answered; what was filled in for them, or left alone, is none. */
export const typedNames = (answers: Answers, origins: Origins): string[] =>
  Object.keys(answers).filter((name) => origins[name] === 'typed' && answers[name] !== false)

/** Texts that they wrote of which two people hardly write the same, each once, without what case and spaces make different. */
export function longTexts(form: Form, answers: Answers, origins: Origins): string[] {
  const typed = new Set(typedNames(answers, origins))
  const texts = questionsAsked(form)
    .filter(({ question }) => typed.has(question.name) && mannerOf(question).domain(question).is === 'text')
    .map(({ question }) => String(answers[question.name]).trim().replace(/\s+/g, ' '))
  return [...new Set(texts.map((text) => text.toLowerCase()))].filter((text) => text.length >= LONG)
}
