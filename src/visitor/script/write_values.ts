import { splitPath, valueIn } from '@/core/answers/answer'
import { spreadFields } from '@/core/answers/spread_fields'
import { rulesOf } from './kinds'
import type { Page } from './page'

type Control = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement

/** Puts values back into their controls. */
export function writeValues({ form, data, speech }: Page, values: Readonly<Record<string, unknown>>): void {
  const questions = new Map(data.steps.flatMap((step) => step.questions.map((one) => [one.name, one])))
  for (const control of form.querySelectorAll<Control>('input, textarea, select')) {
    const [name] = splitPath(control.name)
    const question = questions.get(name)
    const value = valueIn(values, name)
    if (!question || value === undefined) continue
    const { writeBox } = rulesOf(question)
    const texts = spreadFields(name, writeBox ? writeBox(value, speech) : value)
      .filter(([field]) => field === control.name)
      .map(([, text]) => text)
    if ('checked' in control && /^(checkbox|radio)$/.test(control.type)) control.checked = texts.includes(control.value)
    else control.value = texts[0] ?? ''
    // Whatever follows the control, as a slider does, learns of it.
    control.dispatchEvent(new Event('change'))
  }
}
