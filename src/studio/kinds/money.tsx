'use client'

import { Coins } from 'lucide-react'
import { ChoiceField, Tick } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'
import { NumberBox, OptionalNumberBox } from './numberBox'

const names = new Intl.DisplayNames('en', { type: 'currency' })
const CURRENCIES = Intl.supportedValuesOf('currency').map(
  (code) => [code, `${code} · ${names.of(code) ?? code}`] as const,
)

const MoneySettings = ({ question, onChange }: SettingsProps<'money'>) => (
  <>
    <ChoiceField
      label="Currency"
      value={question.currency}
      options={CURRENCIES}
      onCommit={(currency) => onChange({ currency }, 'currency')}
    />
    <span className="col-span-2">
      <Tick label="whole amounts only" on={question.whole} onCommit={(whole) => onChange({ whole }, 'whole')} />
    </span>
    <NumberBox
      label="Smallest"
      most={question.maximum ?? undefined}
      value={question.minimum}
      onCommit={(minimum) => onChange({ minimum }, 'minimum')}
    />
    <OptionalNumberBox
      label="Largest"
      least={question.minimum}
      value={question.maximum}
      onCommit={(maximum) => onChange({ maximum }, 'maximum')}
    />
  </>
)

export const money: StudioKind<'money'> = { Mark: Coins, Settings: MoneySettings }
