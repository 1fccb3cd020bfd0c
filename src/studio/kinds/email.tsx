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

interface DomainsProps {
  label: string
  example: string
  value: readonly string[]
  onCommit: (domains: string[]) => void
}

/** Domains, written one after another. */
const DomainsField = ({ label, example, value, onCommit }: DomainsProps) => (
  <TextField
    label={label}
    value={value.join(' ')}
    placeholder={`Domains; such as ${example}`}
    check={check}
    onCommit={(text) => onCommit(domainsIn(text).slice(0, 200))}
  />
)

const EmailSettings = ({ question: { business }, onChange }: SettingsProps<'email'>) => (
  <span className="col-span-3 col-start-2">
    <Tick
      label="business addresses only: free and throw-away ones are refused"
      on={business}
      onCommit={(next) => onChange({ business: next }, 'business')}
    />
  </span>
)

const DomainSettings = ({ question: { refused, taken }, onChange }: SettingsProps<'email'>) => (
  <>
    <DomainsField
      label="Refused as well"
      example="rival.example"
      value={refused}
      onCommit={(next) => onChange({ refused: next }, 'refused')}
    />
    <DomainsField
      label="Taken anyway"
      example="school.example"
      value={taken}
      onCommit={(next) => onChange({ taken: next }, 'taken')}
    />
  </>
)

export const email: StudioKind<'email'> = {
  Mark: AtSign,
  Settings: EmailSettings,
  rarer: { sets: ['refused', 'taken'], Settings: DomainSettings },
}
