import { type Answer, type Answers, type Path, splitPath, valueAt } from '../answers/answer'
import { showAt } from '../form/show'
import { type Condition, foldCondition, type Test, testsOf } from '../logic/condition'
import { meets } from '../logic/expectation'
import { ELSE, piecesOf } from '../logic/pieces'
import { type Box, caseOf, meet, minus, type Region, TooManyCases, union } from '../logic/region'
import type { Form } from '../form/definition'
import { domainAt, findQuestion, labelAt, labelOf, questionsAsked, isAlwaysAnswered } from '../form/values'

/**
 * All cases that some conditions of a form can tell apart: each value that they look at has any of its answers,
 * whatever the others have. Regions of them are exact, as far as values go one by one: what one answer says of
 * another, as where it hides its question, is not in them.
 */
export class Cases {
  private constructor(
    private readonly form: Form,
    private readonly names: readonly string[],
    private readonly pieces: readonly (readonly Answer[])[],
  ) {}

  /** `null` where a value is not in the form, or has more pieces than can be looked at. */
  static of(form: Form, conditions: readonly (Condition | null)[]): Cases | null {
    const byName = new Map<string, Test[]>()
    for (const test of conditions.flatMap(testsOf)) {
      const [name] = splitPath(test.value)
      byName.set(name, [...(byName.get(name) ?? []), test])
    }
    const pieces: Answer[][] = []
    for (const [name, tests] of byName) {
      const domain = domainAt(form, name)
      if (!domain || findQuestion(form, name)?.off) return null
      const split = piecesOf(
        domain,
        tests.map((test) => ({ ...test, part: splitPath(test.value)[1] ?? null })),
        canBeBlank(form, name),
      )
      if (split === null) return null
      pieces.push(split)
    }
    return new Cases(form, [...byName.keys()], pieces)
  }

  get everything(): Region {
    return [this.full]
  }

  private get full(): Box {
    return this.pieces.map((split) => (1n << BigInt(split.length)) - 1n)
  }

  /** Where a condition holds; `null` for no condition is everywhere. */
  where(condition: Condition | null): Region {
    if (!condition) return this.everything
    return foldCondition<Region>(condition, {
      test: (test) => this.whereMet(test),
      all: (parts) => parts.reduce(meet, this.everything),
      any: (parts) => (parts.length === 0 ? this.everything : parts.reduce(union)),
      none: (parts) => parts.reduce(minus, this.everything),
    })
  }

  private whereMet(test: Test): Region {
    const at = this.names.indexOf(splitPath(test.value)[0])
    const name = this.names[at]
    if (name === undefined) return []
    const bits = (this.pieces[at] ?? []).reduce<bigint>(
      (met, answer, n) => (meets(valueAt({ [name]: answer }, test.value), test) ? met | (1n << BigInt(n)) : met),
      0n,
    )
    return bits === 0n ? [] : [this.full.with(at, bits)]
  }

  /** Answers of one case of a region: an example of it; `null` for an empty one. */
  example(region: Region): Answers | null {
    const found = caseOf(region)
    return found && Object.fromEntries(this.names.map((name, at) => [name, this.pieces[at]?.[found[at] ?? 0] ?? null]))
  }

  /** The same in words: “Ware is Glass, Budget is blank”. */
  tell(example: Answers): string {
    return this.names.map((name) => tellAnswer(this.form, name, example[name] ?? null)).join(', ')
  }
}

/** Runs an analysis; `null` where it comes in too many cases to go on. */
export function unlessTooMany<T>(analyse: () => T): T | null {
  try {
    return analyse()
  } catch (error) {
    if (error instanceof TooManyCases) return null
    throw error
  }
}

/** Whether a value may be blank once all was asked: a required question that always shows never is. */
function canBeBlank(form: Form, name: string): boolean {
  const asked = questionsAsked(form).find(({ question }) => question.name === name)
  return !asked || !isAlwaysAnswered(asked)
}

function tellAnswer(form: Form, name: string, answer: Answer): string {
  if (answer === null) return `${labelOf(form, name)} is blank`
  if (typeof answer !== 'object' || Array.isArray(answer))
    return `${labelOf(form, name)} is ${wordsAt(form, name, answer)}`
  const parts = Object.entries(answer as Record<string, Answer>)
  return parts
    .map(([part, one]) => {
      const path: Path = `${name}.${part}`
      return `${labelAt(form, path)} is ${one === null ? 'blank' : wordsAt(form, path, one)}`
    })
    .join(', ')
}

const wordsAt = (form: Form, path: Path, answer: Answer): string =>
  typeof answer === 'string' && answer.includes(ELSE) ? tellElse(answer) : showAt(form, path, answer)

/** A text that stands for many: “anything else”, or “something with “kiln” in it”. */
function tellElse(text: string): string {
  const has = text.split(ELSE).filter(Boolean)
  return has.length === 0 ? 'anything else' : `something with ${has.map((one) => `“${one}”`).join(' and ')} in it`
}
