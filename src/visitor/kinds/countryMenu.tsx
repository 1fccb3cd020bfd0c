import { nameOfCountry } from '@/core/answers/countries'

interface Props {
  name: string
  id?: string | undefined
  countries: readonly string[]
  chosen: string
  label?: string
  /** What stands after a country’s name. */
  after?: (country: string) => string
}

/** A menu of countries by their names; its script chooses the visitor’s own, where nothing is chosen. */
export const CountryMenu = ({ name, id, countries, chosen, label, after }: Props) => (
  <select
    className="field"
    id={id}
    name={name}
    defaultValue={chosen}
    aria-label={label}
    autoComplete="country"
    data-country
  >
    <option value="">Country…</option>
    {countries
      .map((code) => [code, nameOfCountry(code)] as const)
      .sort(([, a], [, b]) => a.localeCompare(b))
      .map(([code, words]) => (
        <option key={code} value={code}>
          {after ? `${words} ${after(code)}` : words}
        </option>
      ))}
  </select>
)
