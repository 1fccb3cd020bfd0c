import type { ControlProps, VisitorKind } from './control'
import { TextInput } from './textInput'

/** A text field with a number pad: number inputs drop what they cannot read without saying so. */
const NumberField = (props: ControlProps<'number'>) => (
  <span className="with-unit">
    <TextInput props={props} inputMode="decimal" />
    {props.question.unit && <span className="unit">{props.question.unit}</span>}
  </span>
)

export const number: VisitorKind<'number'> = { Control: NumberField, frame: () => 'label' }
