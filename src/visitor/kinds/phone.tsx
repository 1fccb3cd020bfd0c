import {
  type CountryCode,
  getCountries,
  getCountryCallingCode,
  parsePhoneNumberFromString,
} from 'libphonenumber-js/min'
import { COUNTRY_PART } from '@/core/kinds/phone'
import { wordingOf } from '@/core/answers/options'
import { sayIn } from '../said'
import { aria, asText, type ControlProps, partText, type VisitorKind } from './control'
import { CountryMenu } from './countryMenu'

/** Kept from left to right, also behind a name that is read from right to left. */
const callingCode = (country: string) => `\u200e+${getCountryCallingCode(country as CountryCode)}`

/** The country of the number, and the number; whoever writes `+` first need not choose. */
function Phone(props: ControlProps<'phone'>) {
  const { question, value, id, say, speech } = props
  const { name, country, placeholder } = question
  const known = parsePhoneNumberFromString(asText(value))
  return (
    <div className="with-country">
      <CountryMenu
        name={`${name}.${COUNTRY_PART}`}
        countries={getCountries()}
        chosen={known?.country ?? (partText(value, COUNTRY_PART) || (country ?? ''))}
        named={sayIn('aria-label', speech.tell('country_of', { label: wordingOf(question) }), say)}
        speech={speech}
        after={callingCode}
      />
      <input
        className="field"
        type="tel"
        id={id}
        name={`${name}.number`}
        defaultValue={known?.formatInternational() ?? (asText(value) || partText(value, 'number'))}
        {...sayIn('placeholder', placeholder, say)}
        autoComplete="tel"
        data-number
        {...aria(props)}
      />
    </div>
  )
}

export const phone: VisitorKind<'phone'> = { Control: Phone, frame: () => 'label' }
