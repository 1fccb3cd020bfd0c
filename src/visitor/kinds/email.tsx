import { aria, asText, type ControlProps, type VisitorKind } from './control'

const Email = (props: ControlProps<'email'>) => (
  <input
    className="field"
    type="email"
    id={props.id}
    name={props.question.name}
    defaultValue={asText(props.value)}
    autoComplete="email"
    inputMode="email"
    {...aria(props)}
  />
)

export const email: VisitorKind<'email'> = { Control: Email, frame: () => 'label' }
