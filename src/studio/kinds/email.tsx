'use client'

import { AtSign } from 'lucide-react'
import { TextField, Tick } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'

const domainsIn = (text: string): string[] => [
  ...new Set(
    text
      .toLowerCase()
      .split(/[\s,;]+/)
      .filter(Boolean),
  ),
]

const isDomain = (text: string): boolean => /^[a-z0-9-]+(?:\.[a-z0-9-]+)+$/.test(text)

const check = (text: string): string | null => {
  const odd = domainsIn(text).find((one) => !isDomain(one))
  return odd === undefined ? null : `“${odd}” is no domain`
}

const EmailSettings = ({ question: { business, refused, taken }, onChange }: SettingsProps<'email'>) => (
  <>
    <span className="col-span-3 col-start-2">
      <Tick
        label="business addresses only: free and throw-away ones are refused"
        on={business}
        onCommit={(next) => onChange({ business: next }, 'business')}
      />
    </span>
    <TextField
      label="Refused as well"
      value={refused.join(' ')}
      placeholder="Domains; such as rival.example"
      check={check}
      onCommit={(text) => onChange({ refused: domainsIn(text).slice(0, 200) }, 'refused')}
    />
    <TextField
      label="Taken anyway"
      value={taken.join(' ')}
      placeholder="Domains; such as school.example"
      check={check}
      onCommit={(text) => onChange({ taken: domainsIn(text).slice(0, 200) }, 'taken')}
    />
  </>
)

export const email: StudioKind<'email'> = { Mark: AtSign, Settings: EmailSettings }
