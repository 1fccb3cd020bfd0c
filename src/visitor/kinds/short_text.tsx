import { aria, type ControlProps } from './control'

export const ShortText = (props: ControlProps<'short_text'>) => (
  <input
    className="field"
    type="text"
    id={props.id}
    name={props.question.name}
    defaultValue={props.value}
    maxLength={props.question.maxLength}
    {...aria(props)}
  />
)
