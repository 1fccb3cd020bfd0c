import { aria, type ControlProps } from './control'

export const Email = (props: ControlProps<'email'>) => (
  <input
    className="field"
    type="email"
    id={props.id}
    name={props.question.name}
    defaultValue={props.value}
    autoComplete="email"
    inputMode="email"
    {...aria(props)}
  />
)
