import { readTruth } from '@/core/answers/answer'
import type { ControlProps, VisitorKind } from './control'
import { Options } from './options'

function YesNo({ question, value, id, say }: ControlProps<'yes_no'>) {
  const { name, yes, no, yesShownAs, noShownAs } = question
  const truth = readTruth(value)
  const options = [
    { value: 'yes', label: yes, shownAs: yesShownAs },
    { value: 'no', label: no, shownAs: noShownAs },
  ]
  const chosen = truth === true ? ['yes'] : truth === false ? ['no'] : []
  return <Options type="radio" name={name} id={id} options={options} say={say} chosen={chosen} tiles />
}

export const yes_no: VisitorKind<'yes_no'> = { stays: true, Control: YesNo, frame: () => 'group' }
