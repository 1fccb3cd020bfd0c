import { formatAddress } from 'localized-address-format'
import { COUNTRIES, nameOfCountry } from './countries'

/** How addresses are written in each country, by the open address data of libaddressinput. */

/** The parts of an address beside its country, in the order they are asked where a country says nothing. */
export const ADDRESS_PARTS = ['street', 'extra', 'district', 'city', 'region', 'postcode'] as const

export type AddressPart = (typeof ADDRESS_PARTS)[number]

export type Address = Partial<Record<AddressPart | 'country', string>>

const linesIn = ({ country, street = '', extra = '', ...rest }: Address): string[] =>
  formatAddress(
    {
      ...(country ? { postalCountry: country } : {}),
      addressLines: [street, extra].filter(Boolean),
      dependentLocality: rest.district ?? '',
      locality: rest.city ?? '',
      administrativeArea: rest.region ?? '',
      postalCode: rest.postcode ?? '',
    },
    'latin',
  )
    // A part that was left out leaves its separators behind.
    .map((line) => (rest.postcode ? line : line.replace(`${country}-`, '')))
    .map((line) => line.replace(/^[\s,-]+|[\s,-]+$/g, '').replace(/(, )+/g, ', '))
    .filter(Boolean)

/** The parts that addresses of a country have, in the order they are written there. */
export function partsIn(country: string): AddressPart[] {
  const sample = linesIn({ country, ...Object.fromEntries(ADDRESS_PARTS.map((part) => [part, `<${part}>`])) }).join(
    '\n',
  )
  const places = ADDRESS_PARTS.map((part) => [part, sample.indexOf(`<${part}>`)] as const)
  return places
    .filter(([, at]) => at >= 0)
    .sort(([, a], [, b]) => a - b)
    .map(([part]) => part)
}

/** The countries whose addresses have a part. */
export const countriesWith = (part: AddressPart): string[] =>
  COUNTRIES.filter((country) => partsIn(country).includes(part))

/** An address on its lines, its country last. What its country’s addresses do not have stands before that. */
export function addressLines(address: Address, locale?: string): string[] {
  const { country } = address
  const usual = country ? partsIn(country) : ADDRESS_PARTS
  const strange = ADDRESS_PARTS.flatMap((part) => (usual.includes(part) ? [] : (address[part] ?? [])))
  return [...linesIn(address), ...strange, ...(country ? [nameOfCountry(country, locale)] : [])]
}
