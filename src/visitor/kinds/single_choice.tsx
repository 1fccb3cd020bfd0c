import { aria, asText, asTexts, type ControlProps, type VisitorKind } from './control'
import { Options } from './options'

function SingleChoice(props: ControlProps<'single_choice'>) {
  const { question, value, id } = props
  const { name, options, look } = question
  if (look !== 'menu')
    return (
      <Options type="radio" name={name} id={id} options={options} chosen={asTexts(value)} tiles={look === 'buttons'} />
    )
  return (
    <select className="field" id={id} name={name} defaultValue={asText(value)} {...aria(props)}>
      <option value="">Choose…</option>
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </select>
  )
}

export const single_choice: VisitorKind<'single_choice'> = {
  Control: SingleChoice,
  frame: ({ look }) => (look === 'menu' ? 'label' : 'group'),
}
