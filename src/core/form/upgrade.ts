/**
 * Definitions of older formats, brought up to the one written now by one small function for each step. They
 * are kept for good: a form released years ago goes on being asked.
 */

type Json = Record<string, unknown>

/** From each format to the next. */
const STEPS: Record<string, (form: Json) => Json> = { 'lichen-form-1': nestConditions }

/** The same definition in the format of now; anything that is not a definition of an older one, as it is. */
export function upgradeForm(definition: unknown): unknown {
  let form = definition
  for (;;) {
    const step = isObject(form) && typeof form.format === 'string' ? valueOf(STEPS, form.format) : undefined
    if (!step || !isObject(form)) return form
    form = step(form)
  }
}

/** Format 1 had flat conditions: tests, and how they are joined. */
function nestConditions(form: Json): Json {
  const nest = (condition: unknown): unknown => {
    if (!isObject(condition) || !Array.isArray(condition.tests)) return condition
    const { tests, join } = condition as { tests: unknown[]; join?: unknown }
    return join !== 'none' && tests.length === 1 ? tests[0] : { [typeof join === 'string' ? join : 'all']: tests }
  }
  const nestIn = (key: string) => (one: unknown) =>
    isObject(one) && key in one ? { ...one, [key]: nest(one[key]) } : one
  const each = (list: unknown, change: (one: unknown) => unknown) => (Array.isArray(list) ? list.map(change) : list)
  return {
    ...form,
    format: 'lichen-form-2',
    steps: each(form.steps, (step) =>
      isObject(step) ? { ...step, questions: each(step.questions, nestIn('shownWhen')) } : step,
    ),
    ...('messages' in form ? { messages: each(form.messages, nestIn('when')) } : {}),
  }
}

const isObject = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value)

const valueOf = <T>(record: Record<string, T>, key: string): T | undefined =>
  Object.hasOwn(record, key) ? record[key] : undefined
