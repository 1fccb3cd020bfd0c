import { MOST_OPTIONS } from '../answers/options'
import { blankForm } from './blank'
import { type Form, formSchema, type Question } from './definition'
import { addQuestion, addStep, removeQuestion, updateQuestion, updateStep } from './edits'
import { guessKind } from './guess'
import { nameFrom } from './name_from'

/** A question as somebody wrote it down. */
interface Written {
  label: string
  required: boolean
  options: string[]
}

interface WrittenStep {
  /** Empty for what stands before the first heading. */
  title: string
  questions: Written[]
}

/** What a form takes; what goes beyond is not read. */
const MOST = { steps: 40, questions: 100 }

/**
 * Reads a list of questions: a line that begins with `#` or ends in a colon, with nothing indented below, is a
 * step; any other line a question; indented lines, or lines with a dash or a dot before them, are the choices of
 * the question above. A `*` at the end of a question says that it must be answered.
 */
export function readQuestions(text: string): WrittenStep[] {
  const steps: WrittenStep[] = []
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '')
  const step = (title: string) => steps.push({ title, questions: [] })
  for (const [at, line] of lines.entries()) {
    const question = steps.at(-1)?.questions.at(-1)
    if (isChoice(line) && question) question.options.push(line.replace(/^\s*[-•*◦]?\s*/, '').slice(0, 200))
    else if (isHeading(line, lines[at + 1])) step(line.replace(/^[\s#]+|[\s:]+$/g, '').slice(0, 200))
    else {
      if (steps.length === 0) step('')
      const written = line.trim().replace(/^\d+[.)]\s+/, '')
      const label = written.replace(/\s*\*$/, '').slice(0, 300)
      if (label !== '') steps.at(-1)?.questions.push({ label, required: written.endsWith('*'), options: [] })
    }
  }
  return steps
    .slice(0, MOST.steps)
    .map(({ title, questions }) => ({ title, questions: questions.slice(0, MOST.questions) }))
}

const isChoice = (line: string): boolean => /^(?:\s{2,}|\t|\s*[-•◦]\s)/.test(line)

const isHeading = (line: string, next: string | undefined): boolean =>
  line.trim().startsWith('#') || (line.trim().endsWith(':') && !(next !== undefined && isChoice(next)))

/** A form with the questions of a text; what has choices is asked as a choice, all else by what its wording suggests. */
export function formFromText(title: string, text: string): Form {
  const written = readQuestions(text)
  if (!written.some(({ questions }) => questions.length > 0)) return blankForm(title)
  let form = removeQuestion(blankForm(title), 'email')
  let step = form.steps[0]?.name ?? ''
  for (const [at, { title: heading, questions }] of written.entries()) {
    if (at > 0) ({ form, name: step } = addStep(form, step, null))
    form = updateStep(form, step, { title: heading })
    let after: string | null = null
    for (const one of questions) {
      const added = addQuestion(form, one.label, one.options.length > 0 ? 'single_choice' : guessKind(one.label), {
        step,
        after,
      })
      after = added.name
      form = updateQuestion(added.form, added.name, changeOf(one))
    }
  }
  return formSchema.parse(form)
}

function changeOf({ required, options }: Written): Partial<Question> {
  const taken: string[] = []
  const named = options.slice(0, MOST_OPTIONS).map((label) => {
    const value = nameFrom(label, taken)
    taken.push(value)
    return { value, label }
  })
  return { required, ...(named.length > 0 && { options: named }) } as Partial<Question>
}
