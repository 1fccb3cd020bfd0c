import type { Address } from 'localized-address-format'

/** Countries by the parts of their addresses in order, as the build found them: JSON. */
declare const ADDRESS_ORDERS: string

const orders = JSON.parse(ADDRESS_ORDERS) as Readonly<Record<string, string>>

/**
 * Stands for the formats of addresses in a visitor's page, which asks them for nothing but which parts an address
 * has, and in what order: one a line.
 */
export function formatAddress({ postalCountry = '', addressLines = [], ...rest }: Address): string[] {
  const [street = '', extra = ''] = addressLines
  const lines: Record<string, string | undefined> = {
    street,
    extra,
    district: rest.dependentLocality,
    city: rest.locality,
    region: rest.administrativeArea,
    postcode: rest.postalCode,
  }
  const order = Object.keys(orders).find((parts) => orders[parts]?.includes(postalCountry)) ?? ''
  return order.split(' ').flatMap((part) => lines[part] ?? [])
}
