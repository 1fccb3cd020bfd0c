import { type ControlProps, partText, type VisitorKind } from './control'

const PARTS = [
  ['first', 'given-name'],
  ['last', 'family-name'],
] as const

const PersonName = ({ question, value, id }: ControlProps<'person_name'>) => (
  <div className="parts">
    {PARTS.map(([part, autoComplete], index) => (
      <label key={part} className="part">
        <span>{question[part]}</span>
        <input
          className="field"
          type="text"
          id={index === 0 ? id : undefined}
          name={`${question.name}.${part}`}
          defaultValue={partText(value, part)}
          autoComplete={autoComplete}
          aria-required={question.required || undefined}
        />
      </label>
    ))}
  </div>
)

export const person_name: VisitorKind<'person_name'> = { Control: PersonName, frame: () => 'group' }
