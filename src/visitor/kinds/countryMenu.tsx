import type { Speech } from '@/core/language/texts'
import type { sayIn } from '../said'
import { nameOfCountry } from '@/core/answers/countries'

interface Props {
  name: string
  id?: string | undefined
  countries: readonly string[]
  chosen: string
  /** Its name, where it has no label. */
  named?: ReturnType<typeof sayIn>
  speech: Speech
  /** What stands after a country’s name. */
  after?: (country: string) => string
}

/** A menu of countries by their names; its script chooses the visitor’s own, where nothing is chosen. */
export const CountryMenu = ({ name, id, countries, chosen, named, after, speech }: Props) => (
  <select className="field" id={id} name={name} defaultValue={chosen} {...named} autoComplete="country" data-country>
    <option value="">{speech.tell('choose_country')}</option>
    {countries
      .map((code) => [code, nameOfCountry(code, speech.locale)] as const)
      .sort(([, a], [, b]) => a.localeCompare(b, speech.locale))
      .map(([code, words]) => (
        <option key={code} value={code}>
          {after ? `${words} ${after(code)}` : words}
        </option>
      ))}
  </select>
)
