'use client'

import { MapPin } from 'lucide-react'
import { countriesOffered } from '@/core/kinds/address'
import { Tick } from '../ui/field'
import { CountriesField, CountryField } from './countries'
import type { SettingsProps, StudioKind } from './kind'

const AddressSettings = ({ question, onChange }: SettingsProps<'address'>) => (
  <>
    <CountryField
      label="Country at first"
      nothing="The visitor’s own, as far as their browser tells"
      value={question.country}
      countries={countriesOffered(question)}
      onCommit={(country) => onChange({ country }, 'country')}
    />
    <span className="col-span-2">
      <Tick
        label="not without its postcode"
        on={question.postcode}
        onCommit={(postcode) => onChange({ postcode }, 'postcode')}
      />
    </span>
    <CountriesField
      label="Countries offered"
      value={question.countries}
      onCommit={(countries) =>
        onChange(
          {
            countries,
            ...(question.country !== null && !countries.includes(question.country) ? { country: null } : {}),
          },
          'countries',
        )
      }
    />
  </>
)

export const address: StudioKind<'address'> = { Mark: MapPin, Settings: AddressSettings }
