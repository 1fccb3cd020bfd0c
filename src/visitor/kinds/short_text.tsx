import { aria, asText, type ControlProps, type VisitorKind } from './control'

const ShortText = (props: ControlProps<'short_text'>) => (
  <input
    className="field"
    type="text"
    id={props.id}
    name={props.question.name}
    defaultValue={asText(props.value)}
    maxLength={props.question.maxLength}
    {...aria(props)}
  />
)

export const short_text: VisitorKind<'short_text'> = { Control: ShortText, frame: () => 'label' }
