import { wordingOf } from '@/core/answers/options'
import { sayIn } from '../said'
import type { ControlProps, VisitorKind } from './control'
import { NumberInput, NumberUnit } from './unit'

/** A number with buttons that count it down and up, once a script is there to do so. */
const Stepper = (props: ControlProps<'stepper'>) => {
  const { minimum, maximum, step } = props.question
  const name = (text: 'less' | 'more') =>
    sayIn('aria-label', props.speech.tell(text, { label: wordingOf(props.question) }), props.say)
  return (
    <span className="with-unit" data-from={minimum} data-to={maximum} data-by={step}>
      <button type="button" className="count" hidden data-count="-1" {...name('less')}>
        −
      </button>
      <NumberInput props={props} />
      <button type="button" className="count" hidden data-count="1" {...name('more')}>
        +
      </button>
      <NumberUnit props={props} />
    </span>
  )
}

export const stepper: VisitorKind<'stepper'> = { Control: Stepper, frame: () => 'label' }
