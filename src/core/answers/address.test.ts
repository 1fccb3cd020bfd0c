import { describe, expect, it } from 'vitest'
import { addressLines, countriesWith, partsIn } from './address'
import { COUNTRIES } from './countries'

describe('an address', () => {
  it('has its country’s parts in its country’s order', () => {
    expect(partsIn('DE')).toEqual(['street', 'extra', 'postcode', 'city'])
    expect(partsIn('US')).toEqual(['street', 'extra', 'city', 'region', 'postcode'])
    expect(partsIn('GB')).toEqual(['street', 'extra', 'city', 'postcode'])
    expect(partsIn('HK')).not.toContain('postcode')
    for (const country of COUNTRIES) expect([country, partsIn(country).includes('street')]).toEqual([country, true])
    expect(countriesWith('city').length).toBeGreaterThan(200)
  })
  it('is written as in its country', () => {
    expect(addressLines({ street: 'Brennerweg 4', postcode: '10115', city: 'Berlin', country: 'DE' })).toEqual([
      'Brennerweg 4',
      '10115 Berlin',
      'Germany',
    ])
    expect(
      addressLines({
        street: '12 Kiln Lane',
        extra: 'Studio 3',
        city: 'Tarn',
        region: 'OH',
        postcode: '44101',
        country: 'US',
      }),
    ).toEqual(['12 Kiln Lane', 'Studio 3', 'Tarn, OH 44101', 'United States'])
  })
  it('leaves nothing out, and no separators behind', () => {
    expect(addressLines({ street: '12 Kiln Lane', city: 'Tarn', country: 'US' })).toEqual([
      '12 Kiln Lane',
      'Tarn',
      'United States',
    ])
    expect(addressLines({ street: 'Brennerweg 4', region: 'Harz', country: 'DE' })).toEqual([
      'Brennerweg 4',
      'Harz',
      'Germany',
    ])
    expect(addressLines({ street: 'Ugnsvägen 1', city: 'Lund', country: 'SE' })).toEqual([
      'Ugnsvägen 1',
      'Lund',
      'Sweden',
    ])
    for (const country of COUNTRIES)
      expect([country, addressLines({ street: 'Kiln 1', country }).slice(0, 1)]).toEqual([country, ['Kiln 1']])
  })
})
