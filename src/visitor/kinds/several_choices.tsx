import { asTexts, type ControlProps, type VisitorKind } from './control'
import { Options } from './options'

const SeveralChoices = ({ question: { name, options, look }, value, id }: ControlProps<'several_choices'>) => (
  <Options type="checkbox" name={name} id={id} options={options} chosen={asTexts(value)} tiles={look === 'buttons'} />
)

export const several_choices: VisitorKind<'several_choices'> = { Control: SeveralChoices, frame: () => 'group' }
