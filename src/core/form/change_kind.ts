import type { z } from 'zod'
import { rulesOf } from '../kinds/registry'
import type { Form, Question } from './definition'
import { newQuestion, replaceQuestion } from './edits'
import { questionSchema } from './question'
import { findQuestion } from './values'

/** A question that became another kind, and what of it the new kind has no place for, as definitions call it. */
interface Changed {
  form: Form
  lost: string[]
}

type Settings = Record<string, unknown>

/** Makes a question another kind, keeping everything that fits: what all kinds have, and settings that both have. */
export function changeKind(form: Form, name: string, kind: Question['kind']): Changed {
  const question = findQuestion(form, name)
  if (!question || question.kind === kind) return { form, lost: [] }
  const begun: Settings = newQuestion(question.kind, name, question.label)
  const kept: Settings = structuredClone(
    Object.fromEntries(Object.entries(question).filter(([key, value]) => key !== 'kind' && !same(begun[key], value))),
  )
  const fresh = newQuestion(kind, name, question.label)
  const lost = new Set<string>()
  for (;;) {
    const { data, error } = questionSchema.safeParse({ ...fresh, ...kept })
    const starts = data && rulesOf(data).check(data.default, data)
    if (data && starts?.ok) {
      const tidied = data.default === null ? null : starts.answer
      return { form: replaceQuestion(form, { ...data, default: tidied } as Question), lost: [...lost] }
    }
    const dropped = (data ? [['default']] : unfitIn(error.issues)).filter((path) => drop(kept, path, lost))
    if (dropped.length === 0) throw new Error(`A new ${kind} is not sound`)
  }
}

/** Where there is something that a kind has no place for, or that contradicts what it has. */
const unfitIn = (issues: readonly z.core.$ZodIssue[]): PropertyKey[][] =>
  issues.flatMap((issue) =>
    issue.code === 'unrecognized_keys' ? issue.keys.map((key) => [...issue.path, key]) : [issue.path.slice(0, 1)],
  )

/** Drops what stands at a path; whether anything did. Inside a list, only what was set is missed. */
function drop(kept: Settings, path: readonly PropertyKey[], lost: Set<string>): boolean {
  const last = String(path.at(-1))
  let at: unknown = kept
  for (const key of path.slice(0, -1)) at = (at as Record<PropertyKey, unknown> | undefined)?.[key]
  if (typeof at !== 'object' || at === null || !Object.hasOwn(at, last)) return false
  if (path.length === 1 || (at as Settings)[last]) lost.add(last)
  return Reflect.deleteProperty(at, last)
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)
