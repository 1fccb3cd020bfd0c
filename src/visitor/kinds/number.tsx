import { aria, type ControlProps } from './control'

/** A text field with a number pad: number inputs drop what they cannot read without saying so. */
export const NumberField = (props: ControlProps<'number'>) => (
  <span className="with-unit">
    <input
      className="field short"
      type="text"
      inputMode="decimal"
      id={props.id}
      name={props.question.name}
      defaultValue={props.value}
      {...aria(props)}
    />
    {props.question.unit && <span className="unit">{props.question.unit}</span>}
  </span>
)
