import { nameFrom } from '@/core/form/name_from'
import type { FieldType, RecordField, RecordType } from '@/core/fields/field'

/** Tarnfield Kilns, an invented maker of kilns and glazes, and everybody around it. All invented. */
export const COMPANY = {
  name: 'Tarnfield Kilns',
  mailDomain: 'tarnfield.example',
  timeZone: 'Europe/Stockholm',
  sites: ['https://www.tarnfield.example'],
}

const options = (...labels: string[]) => labels.map((label) => ({ value: nameFrom(label, []), label }))

const REGION_OPTIONS = options('North', 'East', 'South', 'West')

const field = (
  record: RecordType,
  name: string,
  label: string,
  type: FieldType = 'text',
  among: RecordField['options'] = [],
): RecordField => ({ record, name, label, type, options: among, retired: false })

/** The fields of its records, beside those every workspace has, or in place of them. */
export const OWN_FIELDS: RecordField[] = [
  field('contact', 'region', 'Region', 'choice', REGION_OPTIONS),
  field('contact', 'ware', 'Ware', 'choice', options('Earthenware', 'Stoneware', 'Porcelain', 'Glass')),
  field('contact', 'peak_temperature', 'Peak °C', 'number'),
  field('contact', 'studio_size', 'People sharing a kiln', 'number'),
  field(
    'contact',
    'interests',
    'Interests',
    'several_choices',
    options('Raku', 'Salt', 'Crystal glaze', 'Glass fusing', 'Smoke'),
  ),
  field('contact', 'open_day', 'Open kiln day', 'date'),
  field('contact', 'phone', 'Phone', 'phone'),
  field('contact', 'postal_address', 'Postal address', 'long_text'),
  field('contact', 'last_campaign', 'Last campaign'),
  field('company', 'region', 'Region', 'choice', REGION_OPTIONS),
  field('deal', 'stage', 'Stage', 'choice', options('New', 'Called', 'Offer sent', 'Won', 'Lost')),
  field('deal', 'budget', 'Budget', 'money'),
  field('request', 'serial_number', 'Serial number'),
  field('deal', 'supply', 'Supply', 'choice', options('Single-phase', 'Three-phase', 'Not sure')),
]

export const DESKS = [
  { name: 'north_desk', title: 'North desk', addresses: ['north@tarnfield.example'] },
  { name: 'south_desk', title: 'South desk', addresses: ['south@tarnfield.example'] },
  { name: 'home_studio_team', title: 'Home studio team', addresses: ['home@tarnfield.example'] },
  {
    name: 'key_accounts',
    title: 'Key accounts',
    addresses: ['key.accounts@tarnfield.example', 'ines@tarnfield.example'],
  },
  {
    name: 'advice_line',
    title: 'Advice line',
    addresses: ['advice@tarnfield.example'],
    hours: { zone: 'Europe/Stockholm', open: [{ days: [1, 2, 3, 4, 5], from: '09:00', to: '17:00' }] },
  },
]

/** Where submissions go outside, by what each is for. */
export const CONNECTIONS = {
  crm: { name: 'tarnfield_crm', title: 'Tarnfield CRM' },
  board: { name: 'kiln_planning_board', title: 'Kiln planning board' },
}

export const LISTS = [
  { name: 'firing_notes', title: 'Firing notes' },
  { name: 'glaze_club', title: 'Glaze club' },
]

const FIRST = `Mirela Bram Sefa Oda Tamsin Ruben Ilka Jonas Petra Wim Noor Edda Kasper Lene Tobias Anouk Dario Hilde
Marek Signe Yara Emil Fenna Goran Ida Jelle Kaia Lorin Maud Nils Orla Pim Renske Stellan Thea Ulla Vidar Wanda Ximo Zora`.split(
  /\s+/,
)
const LAST = `Osei Ilves Lindqvist Harrow Vantongeren Maes Brekke Castell Dunmore Eklund Farrow Grell Hollis Ivers
Jankov Kessel Lorne Maddox Norrby Oakes Pell Quint Rask Sorel Thorn Ulven Varga Wick Yarrow Zeller`.split(/\s+/)
const PLACES = `Alder Birch Cinder Dune Ember Fallow Granite Heather Iron Juniper Kestrel Larch Moss Nettle Ochre
Pine Quarry Reed Slate Thistle Umber Vale Willow Yew`.split(/\s+/)
const HOUSES = ['Studio', 'Pottery', 'Clay House', 'School', 'Workshop', 'Kiln Share', 'Arts Centre']

export const REGIONS = ['north', 'east', 'south', 'west'] as const

export interface DemoPerson {
  email: string
  first_name: string
  last_name: string
  company: string
  region: string
}

/** The person of a number; no two share an address. */
export function personOf(n: number): DemoPerson {
  const first = FIRST[n % FIRST.length] ?? ''
  const last = LAST[(n * 7 + Math.floor(n / FIRST.length)) % LAST.length] ?? ''
  const studio = Math.floor(n / 4)
  const company = `${PLACES[studio % PLACES.length]} ${HOUSES[(studio * 3) % HOUSES.length]}`
  const domain = `${nameFrom(company, []).replaceAll('_', '-')}.example`
  return {
    email: `${first}.${last}${n >= 1000 ? n : ''}@${domain}`.toLowerCase(),
    first_name: first,
    last_name: last,
    company,
    region: REGIONS[studio % 4] ?? 'north',
  }
}
