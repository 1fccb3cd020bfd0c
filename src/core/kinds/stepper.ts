import type { KindManner } from '../answers/kind'
import { AS_NUMBER, type Limits, NUMBER_RULES, steppedSettings, type Unit } from '../answers/number'

/** Settings of a stepper. */
export const settings = () => steppedSettings(0, 20)

interface Stepper extends Limits, Unit {
  minimum: number
  maximum: number
  step: number
}

/** A small number that is counted up and down, or written. */
export const rules = NUMBER_RULES

export const manner: KindManner<Stepper> = {
  words: 'Stepper',
  texts: ['not_number', 'too_small', 'too_large', 'off_step'],
  suggestedBy: { words: /\b(how many (people|guests|persons|seats|places|units|pieces))\b/i, sureness: 4 },
  ...AS_NUMBER,
  typed: false,
}
