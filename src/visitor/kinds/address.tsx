import { ADDRESS_PARTS, type AddressPart, partsIn } from '@/core/answers/address'
import { countriesOffered } from '@/core/kinds/address'
import { type ControlProps, partText, type VisitorKind } from './control'
import { CountryMenu } from './countryMenu'
import { PartBoxes } from './parts'

const COMPLETED: Record<AddressPart, string> = {
  street: 'address-line1',
  extra: 'address-line2',
  district: 'address-level3',
  city: 'address-level2',
  region: 'address-level1',
  postcode: 'postal-code',
}

/** The country, and the parts of an address in its order; without a script, those it does not have stand at the end. */
function Address(props: ControlProps<'address'>) {
  const { question, value, id, speech } = props
  const offered = countriesOffered(question)
  const [only] = offered.length === 1 ? offered : []
  const country = only ?? (partText(value, 'country') || (question.country ?? ''))
  const first = country ? partsIn(country) : []
  const parts = [...first, ...ADDRESS_PARTS.filter((part) => !first.includes(part))]
  const name = `${question.name}.country`
  return (
    <div className="address">
      {only ? (
        <input type="hidden" name={name} value={only} data-country />
      ) : (
        <label className="part">
          <span>{speech.tell('country')}</span>
          <CountryMenu id={id} name={name} countries={offered} chosen={country} speech={speech} />
        </label>
      )}
      <PartBoxes
        props={only ? props : { ...props, id: `${id}-street` }}
        boxes={parts.map((part) => ({
          part,
          label: speech.tell(part),
          autoComplete: COMPLETED[part],
          maxLength: 200,
        }))}
      />
    </div>
  )
}

export const address: VisitorKind<'address'> = { Control: Address, frame: () => 'group' }
