import { aria, asText, type ControlProps, type VisitorKind } from './control'

const DateField = (props: ControlProps<'date'>) => (
  <input
    className="field short"
    type="date"
    id={props.id}
    name={props.question.name}
    min={props.question.earliest ?? undefined}
    max={props.question.latest ?? undefined}
    defaultValue={asText(props.value)}
    {...aria(props)}
  />
)

export const date: VisitorKind<'date'> = { Control: DateField, frame: () => 'label' }
