import { aria, asText, type ControlProps, type VisitorKind } from './control'

const LongText = (props: ControlProps<'long_text'>) => (
  <textarea
    className="field"
    id={props.id}
    name={props.question.name}
    rows={props.question.rows}
    maxLength={props.question.maxLength}
    defaultValue={asText(props.value)}
    placeholder={props.question.placeholder || undefined}
    {...aria(props)}
  />
)

export const long_text: VisitorKind<'long_text'> = { Control: LongText, frame: () => 'label' }
