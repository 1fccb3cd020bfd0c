import { ChoiceOptions } from './choices'
import type { ControlProps, VisitorKind } from './control'

const SeveralChoices = ({ question, value, id, visit }: ControlProps<'several_choices'>) => (
  <ChoiceOptions type="checkbox" question={question} id={id} value={value} visit={visit} />
)

export const several_choices: VisitorKind<'several_choices'> = { Control: SeveralChoices, frame: () => 'group' }
