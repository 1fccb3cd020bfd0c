import { type Choice, type Choices, offered, OTHER, OTHER_PART, readChosen } from '@/core/answers/choices'
import type { Shape } from '@/core/answers/pictures'
import { asText, asTexts } from './control'
import { wordingOf } from '@/core/answers/options'
import { Said, type Say, sayIn } from '../said'
import { Options } from './options'
import { orderFor } from './order'

interface Props {
  type: 'radio' | 'checkbox'
  question: Choices & { name: string; label: string; shownAs: string; shuffled: boolean; look: string; shape: Shape }
  id: string
  value: unknown
  visit: string
  say: Say
}

/** The options of a question that visitors get, and a box for anything else where it may be written. */
export function ChoiceOptions({ type, question, id, value, visit, say }: Props) {
  const { name, other, look, shape } = question
  const { chosen, other: written } = chosenOf(question, value)
  return (
    <Options
      type={type}
      name={name}
      id={id}
      options={inOrder(question, visit)}
      say={say}
      chosen={chosen}
      tiles={look === 'buttons'}
      pictures={look === 'pictures' ? shape : undefined}
    >
      {other && (
        <div className="other">
          <label className="option">
            <input type={type} name={name} value={OTHER} defaultChecked={written !== null} />
            <span>
              <Said wording={other} say={say} />
            </span>
          </label>
          <WrittenBox question={question} written={written} say={say} />
        </div>
      )}
    </Options>
  )
}

interface WrittenProps {
  question: Choices & { name: string; label: string; shownAs: string }
  say: Say
  /** What is written there; `null` for nothing. */
  written: string | null
}

/** The box for what is none of the options. */
export const WrittenBox = ({ question: { name, other, ...question }, written, say }: WrittenProps) => (
  <input
    className="field"
    name={`${name}.${OTHER_PART}`}
    defaultValue={written ?? ''}
    maxLength={200}
    {...sayIn('aria-label', `${wordingOf(question)}: ${other}`, say)}
  />
)

/** The options in the order this visitor gets them; those that stand alone stay where they are, at the end. */
export function inOrder<C extends Choice>(
  { options, name, shuffled }: { options: readonly C[]; name: string; shuffled: boolean },
  visit: string,
): C[] {
  const all = offered(options)
  const alone = all.filter((option) => shuffled && 'alone' in option && option.alone)
  const rest = all.filter((option) => !alone.includes(option))
  return [...orderFor(rest, { name, shuffled }, visit), ...alone]
}

/** Which options a value chooses, as stored or as sent, and what it has written beside; `null` for nothing. */
export function chosenOf({ options, other }: Choices, value: unknown): { chosen: string[]; other: string | null } {
  const { chosen, written } = readChosen(value)
  const texts = asTexts(chosen)
  const strange = texts.filter((text) => !options.some((option) => option.value === text))
  if (!other) return { chosen: texts, other: null }
  return { chosen: texts, other: written === null ? (strange.at(-1) ?? null) : asText(written) }
}
