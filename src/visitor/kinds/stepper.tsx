import type { ControlProps, VisitorKind } from './control'
import { TextInput } from './textInput'

/** A number with buttons that count it down and up, once a script is there to do so. */
const Stepper = (props: ControlProps<'stepper'>) => {
  const { minimum, maximum, step, unit, label } = props.question
  return (
    <span className="with-unit" data-from={minimum} data-to={maximum} data-by={step}>
      <button type="button" className="count" hidden data-count="-1" aria-label={props.speech.tell('less', { label })}>
        −
      </button>
      <TextInput props={props} inputMode="decimal" />
      <button type="button" className="count" hidden data-count="1" aria-label={props.speech.tell('more', { label })}>
        +
      </button>
      {unit && <span className="unit">{unit}</span>}
    </span>
  )
}

export const stepper: VisitorKind<'stepper'> = { Control: Stepper, frame: () => 'label' }
