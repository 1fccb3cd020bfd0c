'use client'

import { joinPath } from '@/core/answers/answer'
import type { Form, Landing } from '@/core/form/definition'
import { showAt } from '@/core/form/show'
import { domainAt, findCarried, findQuestion } from '@/core/form/values'
import type { RecordField } from '@/core/fields/field'
import { rulesOfTranslation, type Translation, translationsFor } from '@/core/fields/translate'
import { isClaim } from '@/core/origins/origin'
import { sourceOf } from '@/core/origins/registry'
import { ruleIfUnproven } from '@/core/records/land'
import { identityOf } from '@/core/records/record'
import { useDraft } from '../draft/context'
import { ChoiceField, Tick } from '../ui/field'
import { Outside } from '../ui/outside'
import { Unsaid } from './unsaid'

interface Props {
  /** Name of the value. */
  name: string
  label: string
  landing: Landing
  known: RecordField | undefined
  onChange: (landing: Landing) => void
}

/** What of a value lands, and whose: folded under one line that says it. */
export function HowItLands({ name, label, landing, known, onChange }: Props) {
  const form = useDraft((state) => state.form)
  const { record, field, part, trustedOnly, translate, unless } = landing
  const path = joinPath(name, part)
  const domain = domainAt(form, path)
  const isIdentity = field === identityOf(record)
  // An address is what it is.
  const mends = domain && known && !(isIdentity && record === 'contact') ? translationsFor(domain, known.type) : []
  const chosen = domain?.is === 'one of' || domain?.is === 'some of' ? domain.values : []
  const carried = findCarried(form, name)
  const fill = (findQuestion(form, name) ?? carried)?.fill ?? []
  const claimable = fill.some((one) => isClaim(sourceOf(one).origin))
  const rule = (one: Landing) => ruleIfUnproven(one, known?.type ?? 'text', carried !== undefined)
  const says = [...exceptionsOf(form, path, landing), ...(isIdentity ? [] : [wordsOf(rule(landing))])]
  if (isIdentity && mends.length === 0 && chosen.length === 0 && !claimable && says.length === 0) return null
  return (
    <details className="pl-1.5">
      <summary className="text-soft">{says.length === 0 ? 'as it is' : <Outside>{says.join(' · ')}</Outside>}</summary>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
        {(chosen.length > 0 || unless.length > 0) && (
          <Unsaid path={path} label={label} values={chosen} landing={landing} onChange={onChange} />
        )}
        {(mends.length > 0 || translate) && (
          <ChoiceField
            hideLabel
            label={`What of ${label} lands`}
            className="max-w-56"
            value={translate ?? ''}
            options={[
              ['', 'lands as it is'],
              ...mends.map((one) => [one, `lands ${rulesOfTranslation(one).words}`] as const),
            ]}
            onCommit={(next) => onChange({ ...landing, translate: (next || undefined) as Translation | undefined })}
          />
        )}
        {!isIdentity && (
          <ChoiceField
            hideLabel
            label={`If nothing proves who sent ${label}`}
            className="max-w-64"
            value={rule(landing)}
            options={UNPROVEN}
            onCommit={(next) => onChange({ ...landing, ifUnproven: next as Landing['ifUnproven'] })}
          />
        )}
        {(claimable || trustedOnly) && (
          <Tick
            label="takes no claim from a link"
            on={trustedOnly}
            onCommit={(next) => onChange({ ...landing, trustedOnly: next })}
          />
        )}
      </div>
    </details>
  )
}

/** What somebody unproven does to a value that is there. */
const UNPROVEN = [
  ['propose', 'is proposed, if nothing proves who sent it'],
  ['change', 'lands, whoever sent it'],
  ['keep', 'is kept out, if nothing proves who sent it'],
] as const

const wordsOf = (rule: Landing['ifUnproven']): string => UNPROVEN.find(([one]) => one === rule)?.[1] ?? ''

/** What of a landing is otherwise than usual, in words. */
function exceptionsOf(form: Form, path: string, landing: Landing): string[] {
  const { translate, unless, trustedOnly } = landing
  const words = unless.map((value) => `“${showAt(form, path, value) || value}”`).join(', ')
  return [
    ...(translate ? [`lands ${rulesOfTranslation(translate).words}`] : []),
    ...(unless.length > 0 ? [`${words} ${unless.length === 1 ? 'says nothing' : 'say nothing'}`] : []),
    ...(trustedOnly ? ['takes no claim from a link'] : []),
  ]
}
