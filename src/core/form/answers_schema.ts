import type { Form, Question, Step } from './definition'
import { questionsAsked } from './values'
import { type Condition, foldCondition, type Test } from '../logic/condition'
import { operandsOf } from '../logic/expectation'
import { foldCase } from '../logic/fold_case'
import { type Scalar, splitPath } from '../answers/answer'
import { carriedSchema } from '../answers/carried'
import { boundPattern } from '../answers/bounds'
import { isDay } from '../answers/day'
import type { JsonSchema } from '../answers/json_schema'
import { isTime } from '../answers/time'
import { isAnswered, mannerOf } from '../kinds/registry'

/**
 * JSON Schema (draft 2020-12) of a form's values: one property for each carried value and for each
 * question, absent where it is blank or does not show. It accepts exactly the tidied values that
 * `walkForm` finds no fault with, save one thing it cannot say and tells in a `$comment`: multiples
 * of a fraction over a range too long to name them all.
 */
export function answersSchema(form: Form): JsonSchema {
  const properties: Record<string, JsonSchema> = {}
  const rules: JsonSchema[] = []
  for (const carried of form.carried) properties[carried.name] = carriedSchema
  for (const { step, question } of questionsAsked(form)) {
    const { name } = question
    // What is asked in turn may not be asked.
    const required = question.required && isAnswered(question) && question.turn === null
    const { schema, requiredSchema } = mannerOf(question)
    const must = required ? { required: [name] } : {}
    const condition = shownWhenAll(step, question)
    properties[name] = required && requiredSchema ? requiredSchema(question) : schema(question)
    if (condition)
      rules.push({
        if: conditionSchemaOf(condition),
        then: must,
        else: { properties: { [name]: false } },
      })
    else rules.push(must)
  }
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    type: 'object',
    properties,
    additionalProperties: false,
    allOf: rules,
  }
}

/** What must hold for a question to show: its step's condition and its own. */
function shownWhenAll(step: Step, question: Question): Condition | null {
  const all = [step.shownWhen, question.shownWhen].filter((condition) => condition !== null)
  return all.length > 1 ? { all } : (all[0] ?? null)
}

const conditionSchemaOf = (condition: Condition): JsonSchema =>
  foldCondition<JsonSchema>(condition, {
    test: testSchemaOf,
    all: (allOf) => ({ allOf }),
    any: (anyOf) => ({ anyOf }),
    none: (anyOf) => ({ not: { anyOf } }),
  })

function testSchemaOf({ value, is, to }: Test): JsonSchema {
  const there = (schema: JsonSchema): JsonSchema => atPath(value, schema)
  const any = (schemaOf: (operand: Scalar) => JsonSchema): JsonSchema => ({
    anyOf: [false, ...operandsOf(to).map(schemaOf)],
  })
  const isGiven = there({ not: { const: '' } })
  const equal = there(any(sameSchema))
  const includes = there({ type: 'array', contains: any(sameSchema) })
  switch (is) {
    case 'answered':
      return isGiven
    case 'blank':
      return { not: isGiven }
    case 'equals':
    case 'one_of':
      return equal
    case 'differs':
    case 'none_of':
      return { not: equal }
    case 'includes':
      return includes
    case 'includes_all':
      return there({ type: 'array', allOf: [true, ...operandsOf(to).map((one) => ({ contains: sameSchema(one) }))] })
    case 'excludes':
      return { not: includes }
    case 'at_least':
      return there(any((operand) => boundSchema(operand, 'least')))
    case 'at_most':
      return there(any((operand) => boundSchema(operand, 'most')))
    case 'contains':
      return there(any((part) => ({ type: 'string', pattern: caseless(String(part)) })))
  }
}

/** A schema of all values, of what must stand at a path. */
function atPath(path: string, schema: JsonSchema): JsonSchema {
  const [name, part] = splitPath(path)
  const inside = part ? { type: 'object', required: [part], properties: { [part]: schema } } : schema
  return { required: [name], properties: { [name]: inside } }
}

const sameSchema = (operand: Scalar): JsonSchema =>
  typeof operand === 'string' ? { type: 'string', minLength: 1, pattern: `^${caseless(operand)}$` } : { const: operand }

function boundSchema(operand: Scalar, side: 'least' | 'most'): JsonSchema {
  if (typeof operand === 'number') return { type: 'number', [side === 'least' ? 'minimum' : 'maximum']: operand }
  return isDay(operand) || isTime(operand) ? { type: 'string', pattern: boundPattern(operand, side) } : { not: {} }
}

let spellings: Map<string, string[]> | undefined

/** Every character that is not its own folded form, by that form: `ß` has `ẞ`, `k` has `K` and the Kelvin sign. */
function spellingsByFold(): Map<string, string[]> {
  if (spellings) return spellings
  spellings = new Map()
  for (let point = 0; point <= 0x10ffff; point++) {
    if (point === 0xd800) point = 0xe000
    const character = String.fromCodePoint(point)
    const folded = foldCase(character)
    if (folded !== character) spellings.set(folded, [...(spellings.get(folded) ?? []), character])
  }
  return spellings
}

/** A regular expression source that matches `text` without regard to case, as `foldCase` does. */
function caseless(text: string): string {
  return [...text]
    .map((character) => {
      const folded = foldCase(character)
      const spellings = [...new Set([character, folded, ...(spellingsByFold().get(folded) ?? [])])]
      return `(?:${spellings.map((spelling) => spelling.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&')).join('|')})`
    })
    .join('')
}
