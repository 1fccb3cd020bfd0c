import { aria, asText, type ControlProps, type VisitorKind } from './control'

/** A text field with an address keyboard: address inputs refuse what was written without “https://”. */
const WebAddress = (props: ControlProps<'web_address'>) => (
  <input
    className="field"
    type="text"
    id={props.id}
    name={props.question.name}
    defaultValue={asText(props.value)}
    autoComplete="url"
    inputMode="url"
    {...aria(props)}
  />
)

export const web_address: VisitorKind<'web_address'> = { Control: WebAddress, frame: () => 'label' }
