import { readTruth } from '@/core/answers/answer'
import type { ControlProps, VisitorKind } from './control'
import { Options } from './options'

function YesNo({ question: { name, yes, no }, value, id, say }: ControlProps<'yes_no'>) {
  const truth = readTruth(value)
  const options = [
    { value: 'yes', label: yes },
    { value: 'no', label: no },
  ]
  const chosen = truth === true ? ['yes'] : truth === false ? ['no'] : []
  return <Options type="radio" name={name} id={id} options={options} say={say} chosen={chosen} tiles />
}

export const yes_no: VisitorKind<'yes_no'> = { stays: true, Control: YesNo, frame: () => 'group' }
