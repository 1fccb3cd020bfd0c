'use client'

import { Sigma } from 'lucide-react'
import { FUNCTION_NAMES, readExpression } from '@/core/logic/expression'
import { pathsOf, valuesBefore } from '@/core/form/values'
import { useDraft } from '../draft/context'
import { TextField, Tick } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'
import { NumberBox } from './numberBox'
import { UnitField, UnitOfOneField } from './unit'

function ComputedSettings({ question, onChange }: SettingsProps<'computed'>) {
  const form = useDraft((state) => state.form)
  const { expression, decimals, shown } = question
  const read = readExpression(expression)
  const paths = pathsOf(form, valuesBefore(form, question.name))
  return (
    <>
      <span className="col-span-4 grid grid-cols-subgrid items-center gap-y-1">
        <TextField
          label="Computed as"
          mono
          wide
          value={expression}
          placeholder="people * 2 + or(guests, 0)"
          onCommit={(next) => onChange({ expression: next.slice(0, 500) }, 'expression')}
        />
        <span className="col-span-3 col-start-2">
          {'wrong' in read && expression && (
            <span className="block text-red" role="status">
              {read.wrong}
            </span>
          )}
          <span className="block text-soft">
            from <span className="name">{paths.join(' ') || 'nothing: nothing stands before it'}</span>
          </span>
          <span className="block text-soft">
            with <span className="name">{`+ - * / % > < >= <= == != && || a > 3 ? 1 : 2`}</span> and{' '}
            <span className="name">{FUNCTION_NAMES.map((name) => `${name}()`).join(' ')}</span>
          </span>
        </span>
      </span>
      <NumberBox
        label="Digits after the point"
        whole
        least={0}
        most={6}
        value={decimals}
        onCommit={(next) => onChange({ decimals: next }, 'decimals')}
      />
      <span className="col-span-2">
        <Tick label="shown to visitors" on={shown} onCommit={(next) => onChange({ shown: next }, 'shown')} />
      </span>
      <UnitField question={question} onChange={onChange} />
    </>
  )
}

export const computed: StudioKind<'computed'> = {
  Mark: Sigma,
  Settings: ComputedSettings,
  rarer: { sets: ['unitOfOne'], Settings: UnitOfOneField },
}
