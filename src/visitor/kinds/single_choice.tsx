import { aria, type ControlProps, type VisitorKind } from './control'

function SingleChoice(props: ControlProps<'single_choice'>) {
  const { question, value, id } = props
  if (question.look === 'menu')
    return (
      <select className="field" id={id} name={question.name} defaultValue={value} {...aria(props)}>
        <option value="">Choose…</option>
        {question.options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    )
  return (
    <div className={question.look === 'buttons' ? 'options tiles' : 'options'}>
      {question.options.map((option, index) => (
        <label key={option.value} className="option">
          <input
            type="radio"
            id={index === 0 ? id : undefined}
            name={question.name}
            value={option.value}
            defaultChecked={option.value === value}
          />
          <span>{option.label}</span>
        </label>
      ))}
    </div>
  )
}

export const single_choice: VisitorKind<'single_choice'> = {
  Control: SingleChoice,
  frame: ({ look }) => (look === 'menu' ? 'label' : 'group'),
}
