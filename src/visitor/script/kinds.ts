import type { KindRules } from '@/core/answers/answer'
import type { Question } from '@/core/form/definition'

/**
 * The registry of kinds as a visitor's page has it: only those its form asks. The script of each adds itself,
 * before the page's own script runs.
 */
const known = new Map<string, KindRules<Question>>()

export function addKind(name: string, rules: KindRules<never>): void {
  known.set(name, rules as unknown as KindRules<Question>)
}

export function rulesOf({ kind }: Question): KindRules<Question> {
  const rules = known.get(kind)
  if (!rules) throw new Error(`The page came without the script of ${kind}`)
  return rules
}
