import { OTHER } from '@/core/answers/choices'
import { wordingOf } from '@/core/answers/options'
import { SaidOption } from '../said'
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
        <SaidOption value="" wording={question.placeholder || speech.tell('choose')} say={say} />
        {inOrder(question, visit).map((option) => (
          <SaidOption key={option.value} value={option.value} wording={wordingOf(option)} say={say} />
        ))}
        {other && <SaidOption value={OTHER} wording={other} say={say} />}
      </select>
      {other && <WrittenBox question={question} written={written} say={say} />}
    </div>
  )
}

export const single_choice: VisitorKind<'single_choice'> = {
  stays: true,
  Control: SingleChoice,
  frame: ({ look }) => (look === 'menu' ? 'label' : 'group'),
}
