import { OTHER, wordingOfChoice } from '@/core/answers/choices'
import { toSayAnew } from '../said'
import { ChoiceOptions, chosenOf, inOrder, WrittenBox } from './choices'
import { aria, type ControlProps, type VisitorKind } from './control'

function SingleChoice(props: ControlProps<'single_choice'>) {
  const { question, value, id, visit, say, speech } = props
  const { name, look, other } = question
  if (look !== 'menu') return <ChoiceOptions type="radio" {...{ question, id, value, visit, say }} />
  const { chosen, other: written } = chosenOf(question, value)
  return (
    <div className={other ? 'other' : undefined}>
      <select
        className="field"
        id={id}
        name={name}
        defaultValue={written === null ? (chosen[0] ?? '') : OTHER}
        {...aria(props)}
      >
        <option value="">{question.placeholder || speech.tell('choose')}</option>
        {inOrder(question, visit).map((option) => (
          <option key={option.value} value={option.value} data-says={toSayAnew(wordingOfChoice(option))}>
            {say(wordingOfChoice(option))}
          </option>
        ))}
        {other && <option value={OTHER}>{other}</option>}
      </select>
      {other && <WrittenBox question={question} written={written} />}
    </div>
  )
}

export const single_choice: VisitorKind<'single_choice'> = {
  stays: true,
  Control: SingleChoice,
  frame: ({ look }) => (look === 'menu' ? 'label' : 'group'),
}
