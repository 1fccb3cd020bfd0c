import type { Question } from '../form/definition'
import type { Speech } from '../language/texts'
import type { Problem } from './answer'

/** What is wrong and what to do, in the question's own words where it has them. */
export const explainProblem = (problem: Problem, { errorText }: Question, speech: Speech): string =>
  errorText || speech.tell(problem.code, problem)
