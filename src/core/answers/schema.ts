import type { Form } from '../form/definition'
import { questionsAsked } from '../form/values'
import { type Condition, fold, operandsOf, type Test } from '../logic/condition'
import { carriedSchema } from './carried'
import type { JsonSchema } from './kind'
import { mannerOf } from './registry'

/**
 * JSON Schema (draft 2020-12) of a form's values: one property for each carried value and for each
 * question, absent where it is blank or does not show. It accepts exactly the tidied values that
 * `checkAnswers` finds no fault with, save one thing it cannot say and tells in a `$comment`: multiples
 * of a fraction over a range too long to name them all.
 */
export function answersSchema(form: Form): JsonSchema {
  const properties: Record<string, JsonSchema> = {}
  const rules: JsonSchema[] = []
  for (const carried of form.carried) properties[carried.name] = carriedSchema
  for (const { question } of questionsAsked(form)) {
    const { name, required } = question
    const { schema, requiredSchema } = mannerOf(question)
    const must = required ? { required: [name] } : {}
    properties[name] = (required && requiredSchema) || schema(question)
    if (question.shownWhen)
      rules.push({
        if: conditionSchemaOf(question.shownWhen),
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

function conditionSchemaOf({ join, tests }: Condition): JsonSchema {
  const schemas = tests.map(testSchemaOf)
  switch (join) {
    case 'all':
      return { allOf: schemas }
    case 'any':
      return { anyOf: schemas }
    case 'none':
      return { not: { anyOf: schemas } }
  }
}

function testSchemaOf({ value, is, to }: Test): JsonSchema {
  const present = (schema: JsonSchema): JsonSchema => ({
    required: [value],
    properties: { [value]: schema },
  })
  const anyOperand = (schemaOf: (operand: string | number | boolean) => JsonSchema): JsonSchema => ({
    anyOf: [false, ...operandsOf(to).map(schemaOf)],
  })
  const equal = () =>
    present(
      anyOperand((operand) =>
        typeof operand === 'string'
          ? { type: 'string', minLength: 1, pattern: `^${caseless(operand)}$` }
          : { const: operand },
      ),
    )
  switch (is) {
    case 'answered':
      return present({ not: { const: '' } })
    case 'blank':
      return { not: present({ not: { const: '' } }) }
    case 'equals':
    case 'one_of':
      return equal()
    case 'differs':
    case 'none_of':
      return { not: equal() }
    case 'at_least':
      return present(anyOperand((least) => ({ type: 'number', minimum: Number(least) })))
    case 'at_most':
      return present(anyOperand((most) => ({ type: 'number', maximum: Number(most) })))
    case 'contains':
      return present(anyOperand((part) => ({ type: 'string', pattern: caseless(String(part)) })))
  }
}

let spellings: Map<string, string[]> | undefined

/** Every character that is not its own folded form, by that form: `ß` has `ẞ`, `k` has `K` and the Kelvin sign. */
function spellingsByFold(): Map<string, string[]> {
  if (spellings) return spellings
  spellings = new Map()
  for (let point = 0; point <= 0x10ffff; point++) {
    if (point === 0xd800) point = 0xe000
    const character = String.fromCodePoint(point)
    const folded = fold(character)
    if (folded !== character) spellings.set(folded, [...(spellings.get(folded) ?? []), character])
  }
  return spellings
}

/** A regular expression source that matches `text` without regard to case, as `fold` does. */
function caseless(text: string): string {
  return [...text]
    .map((character) => {
      const folded = fold(character)
      const spellings = [...new Set([character, folded, ...(spellingsByFold().get(folded) ?? [])])]
      return `(?:${spellings.map((spelling) => spelling.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&')).join('|')})`
    })
    .join('')
}
