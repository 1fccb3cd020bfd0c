import { ChoiceOptions } from './choices'
import type { ControlProps, VisitorKind } from './control'

const SeveralChoices = ({ question, value, id, visit, say }: ControlProps<'several_choices'>) => (
  <ChoiceOptions type="checkbox" {...{ question, id, value, visit, say }} />
)

export const several_choices: VisitorKind<'several_choices'> = { Control: SeveralChoices, frame: () => 'group' }
