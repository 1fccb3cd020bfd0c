'use client'

import { Phone } from 'lucide-react'
import { CountryField } from './countries'
import type { StudioKind } from './kind'

export const phone: StudioKind<'phone'> = {
  Mark: Phone,
  Settings: ({ question, onChange }) => (
    <CountryField
      label="Country at first"
      nothing="The visitor’s own, as far as their browser tells"
      value={question.country}
      onCommit={(country) => onChange({ country }, 'country')}
    />
  ),
}
