import { aria, type ControlProps } from './control'

export const LongText = (props: ControlProps<'long_text'>) => (
  <textarea
    className="field"
    id={props.id}
    name={props.question.name}
    rows={props.question.rows}
    maxLength={props.question.maxLength}
    defaultValue={props.value}
    {...aria(props)}
  />
)
