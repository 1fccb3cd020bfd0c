'use client'

import { Sigma } from 'lucide-react'
import { FUNCTION_NAMES, readExpression } from '@/core/logic/expression'
import { pathsOf, valuesBefore } from '@/core/form/values'
import { useDraft } from '../draft/context'
import { TextField, Tick } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'
import { NumberBox } from './numberBox'

function ComputedSettings({ question, onChange }: SettingsProps<'computed'>) {
  const form = useDraft((state) => state.form)
  const { expression, decimals, unit, shown } = question
  const read = readExpression(expression)
  return (
    <>
      <div className="col-span-4 grid grid-cols-subgrid items-center">
        <TextField
          label="Computed as"
          mono
          value={expression}
          placeholder="people * 2 + or(guests, 0)"
          onCommit={(next) => onChange({ expression: next.slice(0, 500) }, 'expression')}
        />
        <p className={`col-span-2 ${'wrong' in read && expression ? 'text-red' : 'text-soft'}`} role="status">
          {'wrong' in read && expression
            ? read.wrong
            : `Values: ${pathsOf(form, valuesBefore(form, question.name)).join(', ') || 'none before it'}`}
        </p>
      </div>
      <p className="col-span-3 col-start-2 text-soft">
        {`+ − × as *, ÷ as /, a > 3 ? 1 : 2, and ${FUNCTION_NAMES.map((name) => `${name}( )`).join(' ')}`}
      </p>
      <NumberBox
        label="Digits after the point"
        whole
        least={0}
        most={6}
        value={decimals}
        onCommit={(next) => onChange({ decimals: next }, 'decimals')}
      />
      <TextField label="Unit" value={unit} onCommit={(next) => onChange({ unit: next.slice(0, 20) }, 'unit')} />
      <span className="col-start-2">
        <Tick label="shown to visitors" on={shown} onCommit={(next) => onChange({ shown: next }, 'shown')} />
      </span>
    </>
  )
}

export const computed: StudioKind<'computed'> = { Mark: Sigma, Settings: ComputedSettings }
