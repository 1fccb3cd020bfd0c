import type { VisitorKind } from './control'
import { PartBoxes } from './parts'

export const person_name: VisitorKind<'person_name'> = {
  Control: (props) => (
    <PartBoxes
      props={props}
      boxes={[
        { part: 'first', label: props.question.first, autoComplete: 'given-name' },
        { part: 'last', label: props.question.last, autoComplete: 'family-name' },
      ]}
    />
  ),
  frame: () => 'group',
}
