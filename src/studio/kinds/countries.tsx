'use client'

import { COUNTRIES, nameOfCountry } from '@/core/answers/countries'
import { ChoiceField } from '../ui/field'

const named = (codes: readonly string[]) =>
  codes.map((code) => [code, nameOfCountry(code)] as const).sort(([, a], [, b]) => a.localeCompare(b))

interface CountryProps {
  label: string
  nothing: string
  value: string | null
  countries?: readonly string[]
  onCommit: (country: string | null) => void
}

/** One country, or none. */
export const CountryField = ({ label, nothing, value, countries = COUNTRIES, onCommit }: CountryProps) => (
  <ChoiceField
    label={label}
    value={value ?? ''}
    options={[['', nothing], ...named(countries)]}
    onCommit={(code) => onCommit(code || null)}
  />
)

interface CountriesProps {
  label: string
  value: readonly string[]
  onCommit: (countries: string[]) => void
}

/** The countries that are offered; all of them until some are named. */
export const CountriesField = ({ label, value, onCommit }: CountriesProps) => (
  <>
    <CountryField
      label={label}
      nothing={value.length > 0 ? 'Add one…' : 'All; or only…'}
      value={null}
      countries={COUNTRIES.filter((code) => !value.includes(code))}
      onCommit={(code) => code !== null && onCommit([...value, code])}
    />
    {value.length > 0 && (
      <ul className="col-span-3 col-start-2 flex flex-wrap gap-1" aria-label={label}>
        {named(value).map(([code, words]) => (
          <li key={code} className="rounded-sm border border-edge bg-white pl-1.5">
            {words}
            <button
              type="button"
              className="px-1.5 text-soft hover:text-ink"
              aria-label={`Leave out ${words}`}
              onClick={() => onCommit(value.filter((one) => one !== code))}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
    )}
  </>
)
