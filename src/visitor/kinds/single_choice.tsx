import { OTHER } from '@/core/answers/choices'
import { ChoiceOptions, chosenOf, inOrder, WrittenBox } from './choices'
import { aria, type ControlProps, type VisitorKind } from './control'

function SingleChoice(props: ControlProps<'single_choice'>) {
  const { question, value, id, visit } = props
  const { name, look, other } = question
  if (look !== 'menu') return <ChoiceOptions type="radio" question={question} id={id} value={value} visit={visit} />
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
        <option value="">{question.placeholder || 'Choose…'}</option>
        {inOrder(question, visit).map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
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
