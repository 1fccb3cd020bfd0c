import { aria, asText, type ControlProps, type VisitorKind } from './control'

/** A text field with a number pad: number inputs drop what they cannot read without saying so. */
const NumberField = (props: ControlProps<'number'>) => (
  <span className="with-unit">
    <input
      className="field short"
      type="text"
      inputMode="decimal"
      id={props.id}
      name={props.question.name}
      defaultValue={asText(props.value)}
      {...aria(props)}
    />
    {props.question.unit && <span className="unit">{props.question.unit}</span>}
  </span>
)

export const number: VisitorKind<'number'> = { Control: NumberField, frame: () => 'label' }
