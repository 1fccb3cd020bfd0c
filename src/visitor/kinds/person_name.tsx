import { aria, type ControlProps, partText, type VisitorKind } from './control'
import { PartBoxes } from './parts'

function PersonName(props: ControlProps<'person_name'>) {
  const { question, value, id } = props
  if (question.boxes === 'one')
    return (
      <input
        className="field"
        type="text"
        id={id}
        name={`${question.name}.full`}
        defaultValue={partText(value, 'full')}
        autoComplete="name"
        maxLength={100}
        {...aria(props)}
      />
    )
  return (
    <PartBoxes
      props={props}
      boxes={[
        { part: 'first', label: question.firstShownAs || question.first, autoComplete: 'given-name' },
        { part: 'last', label: question.lastShownAs || question.last, autoComplete: 'family-name' },
      ]}
    />
  )
}

export const person_name: VisitorKind<'person_name'> = {
  Control: PersonName,
  frame: ({ boxes }) => (boxes === 'one' ? 'label' : 'group'),
}
