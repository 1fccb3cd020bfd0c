import type { KindManner } from '../answers/kind'
import { AS_NUMBER, countStops, type Limits, NUMBER_RULES, steppedSettings, type Unit } from '../answers/number'

/** Settings of a slider. */
export const settings = () => steppedSettings(0, 100)

interface Slider extends Limits, Unit {
  minimum: number
  maximum: number
  step: number
}

/** More stops than this cannot be told apart on the width of a phone. */
const MOST_STOPS = 500

/** A number that is slid to, or written. Until somebody moves it, nothing is answered. */
export const rules = NUMBER_RULES

export const manner: KindManner<Slider> = {
  words: 'Slider',
  texts: ['not_number', 'too_small', 'too_large', 'off_step'],
  ...AS_NUMBER,
  width: 'full',
  typed: false,
  faults({ minimum, maximum, step }) {
    const stops = countStops(minimum, maximum, step)
    if (stops < 2) return ['has nothing to slide to: its steps are larger than its span.']
    return stops > MOST_STOPS
      ? [`has ${stops} stops, too many to slide to. Take larger steps, or ask for a number.`]
      : []
  },
}
