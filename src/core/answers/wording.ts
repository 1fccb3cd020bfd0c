import type { Question } from '../form/definition'
import type { Problem } from './answer'

/** What is wrong and what to do, in the question's own words where it has them. */
export function explainProblem(problem: Problem, question: Question): string {
  if (question.errorText) return question.errorText
  switch (problem.code) {
    case 'own':
      return problem.words
    case 'missing':
      return 'Fill this in.'
    case 'not_chosen':
      return 'Choose one of the options.'
    case 'not_text':
      return 'Write this as text.'
    case 'too_short':
      return `Write ${problem.least} characters or more.`
    case 'too_long':
      return `Shorten this to ${problem.most} characters.`
    case 'unlike':
      return `Write ${problem.what}, such as ${problem.example}.`
    case 'not_number':
      return 'Write a number, with digits only.'
    case 'too_small':
      return `Give a number of ${problem.least} or more.`
    case 'too_large':
      return `Give a number of ${problem.most} or less.`
    case 'off_step':
      return `Give a number in steps of ${problem.step}.`
    case 'not_an_option':
      return 'Choose one of the options.'
    case 'too_few':
      return `Choose ${problem.least} or more.`
    case 'too_many':
      return `Choose ${problem.most} at most.`
    case 'too_early':
      return `Give one from ${problem.earliest} on.`
    case 'too_late':
      return `Give one up to ${problem.latest}.`
  }
}
