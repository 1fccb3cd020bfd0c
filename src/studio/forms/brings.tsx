import type { CopyPart } from '@/core/form/copy'
import type { Form } from '@/core/form/definition'
import { tellBrought } from './beginning'

interface Props {
  draft: Form
  without: readonly CopyPart[]
  onChange: (without: readonly CopyPart[]) => void
}

/** What comes along with a form that is begun with: ticked, unless it is to stay behind. */
export const Brings = ({ draft, without, onChange }: Props) => (
  <fieldset className="min-w-0">
    <legend className="font-semibold">Comes with it</legend>
    {tellBrought(draft).map(({ part, title, says }) => (
      <label key={title} className="grid grid-cols-[20px_minmax(0,1fr)] border-b border-rule py-1">
        <input
          type="checkbox"
          className="mt-0.5 justify-self-start accent-moss"
          checked={part === null || !without.includes(part)}
          disabled={part === null}
          onChange={({ target: { checked } }) => {
            if (part !== null) onChange(checked ? without.filter((one) => one !== part) : [...without, part])
          }}
        />
        <span className="font-semibold">{title}</span>
        <bdi className="col-start-2 truncate text-soft" title={says}>
          {says}
        </bdi>
      </label>
    ))}
  </fieldset>
)
