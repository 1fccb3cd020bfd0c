import { type Answers, isBlank, isRecord, joinPath, partOf, sameAnswer, splitPath, valueIn } from '../answers/answer'
import { mannerOf, rulesOf } from '../kinds/registry'
import type { Form } from '../form/definition'
import { questionsAsked } from '../form/values'

import { isClaim, type Origin, type Origins } from '../origins/origin'

/**
 * Origins of a visitor's answers, given in the order they were asked, beside those of the carried values. What was
 * filled in and sent as it stood still comes from where it was filled from; the rest was typed, or computed.
 */
export function originsOf(
  form: Form,
  answers: Answers,
  filled: { values: Answers; origins: Origins },
  carried: Origins,
): Origins {
  const origins: Origins = { ...carried }
  const computed = new Map(
    questionsAsked(form).flatMap(({ question }) =>
      rulesOf(question).compute ? [[question.name, mannerOf(question).looksAt?.(question) ?? []] as const] : [],
    ),
  )
  for (const [name, answer] of Object.entries(answers)) {
    if (isBlank(answer)) continue
    const inputs = computed.get(name)
    if (inputs) {
      origins[name] = inputs.map((path) => origins[path] ?? origins[splitPath(path)[0]]).find(isClaim) ?? 'computed'
      continue
    }
    const before = valueIn(filled.values, name)
    const originAt = (path: string): Origin => valueIn(filled.origins, path) ?? valueIn(filled.origins, name) ?? 'typed'
    origins[name] = sameAnswer(answer, before) ? originAt(name) : 'typed'
    if (!isRecord(answer)) continue
    for (const part of Object.keys(answer)) {
      const path = joinPath(name, part)
      const origin = sameAnswer(partOf(answer, part), partOf(before, part)) ? originAt(path) : 'typed'
      if (origin !== origins[name]) origins[path] = origin
    }
  }
  return origins
}
