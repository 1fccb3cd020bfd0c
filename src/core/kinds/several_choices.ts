import { z } from 'zod'
import { accept, type Checked, type KindRules, refuse, type Scalar } from '../answers/answer'
import type { Choice, Choices } from '../answers/choices'
import * as choices from '../answers/choices'
import type { KindManner } from '../answers/kind'
import { wordingOf } from '../answers/options'

/** Settings of a choice of several. */
export const settings = () => ({
  ...choices.choicesSettings({
    alone: z.boolean().default(false).describe('Chosen by itself only, as “none of these” is'),
  }),
  least: z.int().min(1).max(300).nullable().default(null).describe('Fewest that may be chosen, once any is'),
  most: z.int().min(1).max(300).nullable().default(null).describe('Most that may be chosen'),
  look: z.enum(['list', 'buttons', 'pictures']).default('list').describe('How the options are laid out'),
})

interface SeveralChoices extends Choices {
  options: readonly (Choice & { alone: boolean })[]
  least: number | null
  most: number | null
}

/** Some of the options, each once, in the order of the options; what was written stands last. */
export const rules: KindRules<SeveralChoices> = {
  check(raw, question) {
    const { chosen, written } = choices.readChosen(raw)
    const values = new Set<Scalar>()
    for (const one of chosen) {
      const checked = choices.checkChoice(question, one)
      if (!checked.ok) return checked
      values.add(checked.answer as Scalar)
    }
    if (written !== null) {
      const checked = question.other ? choices.checkWritten(written) : refuse({ code: 'not_an_option' })
      if (!checked.ok) return checked
      values.add(checked.answer as Scalar)
    }
    return values.size === 0 ? accept(null) : checkTogether(values, question)
  },
  show: choices.showChosen,
  missing: (_, { least }) => ({ code: 'too_few', least: least ?? 1 }),
}

/** Whether these may be chosen together, and in which order they are stored. */
function checkTogether(values: ReadonlySet<Scalar>, { options, least, most }: SeveralChoices): Checked {
  const known = options.filter(({ value }) => values.has(value))
  const written = [...values].filter((value) => !known.some((option) => option.value === value))
  const ordered = [...known.map(({ value }) => value), ...written]
  const alone = known.find((option) => option.alone)
  if (written.length > 1) return refuse({ code: 'not_an_option' })
  if (alone) return ordered.length === 1 ? accept(ordered) : refuse({ code: 'chosen_alone', option: wordingOf(alone) })
  if (least !== null && ordered.length < least) return refuse({ code: 'too_few', least })
  if (most !== null && ordered.length > most) return refuse({ code: 'too_many', most })
  return accept(ordered)
}

export const manner: KindManner<SeveralChoices> = {
  words: 'Several choices',
  texts: ['write_other', 'too_few', 'too_many', 'chosen_alone'],
  suggestedBy: {
    words:
      /\b(all that apply|choose any|pick any|tick all|which of (the|these|our)|what went wrong)\b|^which (?!is|was|does|has)\w{3,}s\b/i,
    sureness: 3,
  },
  must: ({ options, other, least, most }) =>
    [least === null ? null : `at least ${least}`, most === null ? null : `at most ${most}`]
      .filter(Boolean)
      .concat(`of ${choices.offered(options).length}${other ? ' and others' : ''}`)
      .join(' '),
  domain: (question) => ({
    is: 'some of',
    values: choices.offeredValues(question),
    open: question.other !== '',
    least: question.least,
    most: question.most,
    alone: choices.offered(question.options).flatMap(({ value, alone }) => (alone ? [value] : [])),
  }),
  schema(question) {
    const { options, least, most, other } = question
    const alone = choices.offered(options).filter((option) => option.alone)
    const has = alone.map(({ value }) => ({ contains: { const: value } }))
    return {
      type: 'array',
      items: choices.choiceSchema(question),
      uniqueItems: true,
      minItems: 1,
      ...(other
        ? { contains: { not: { enum: choices.offeredValues(question) } }, minContains: 0, maxContains: 1 }
        : {}),
      if: { anyOf: [false, ...has] },
      then: { maxItems: 1 },
      else: { minItems: least ?? 1, ...(most === null ? {} : { maxItems: most }) },
    }
  },
  width: 'full',
  fillable: true,
  forPage: choices.lightOptions,
  pictures: choices.picturesOfOptions,
  contradictions: (question) => [
    ...choices.EXAMINED_CHOICES.contradictions(question),
    ...(question.least !== null && question.most !== null && question.least > question.most
      ? [{ path: ['most'], message: 'The most is below the least' }]
      : []),
  ],
  faults: (question) => [
    ...choices.EXAMINED_CHOICES.faults(question),
    ...((question.least ?? 0) >
    choices.offered(question.options).filter(({ alone }) => !alone).length + (question.other ? 1 : 0)
      ? [`asks for at least ${question.least} of ${choices.offered(question.options).length} options.`]
      : []),
  ],
}
