import type { RecordField } from '../fields/field'

/** A column that a link sheet can have. */
export interface SheetColumn {
  name: string
  label: string
  /** What it would tell of somebody in an address: who they are, something about them, or nothing. */
  tells: 'who' | 'about' | 'nothing'
  /** The field of the contact it is read from; `null` of what a sheet has of its own. */
  field: RecordField | null
}

/** What every sheet can have, whatever is stored. */
const OWN: readonly SheetColumn[] = [
  { name: 'email', label: 'Email', tells: 'who', field: null },
  { name: 'name', label: 'Name', tells: 'who', field: null },
  { name: 'company', label: 'Company', tells: 'about', field: null },
  { name: 'link', label: 'Link', tells: 'nothing', field: null },
  { name: 'code', label: 'Code of the link', tells: 'nothing', field: null },
  { name: 'referral_code', label: 'Referral code', tells: 'nothing', field: null },
]

/** The columns that a sheet has unless others are chosen. */
export const USUAL_COLUMNS: readonly string[] = ['email', 'name', 'link']

/** Types of fields that say who somebody is, whatever they are called. */
const SAY_WHO: readonly RecordField['type'][] = ['phone', 'person', 'link']

/** Every column that a sheet can have: its own, then the fields of a contact; one that is called as those is `contact.…`. */
export const sheetColumns = (fields: readonly RecordField[]): SheetColumn[] => [
  ...OWN,
  ...fields
    .filter(({ record, name, retired }) => record === 'contact' && name !== 'email' && !retired)
    .map((field): SheetColumn => ({
      name: OWN.some(({ name }) => name === field.name) ? `contact.${field.name}` : field.name,
      label: field.label,
      tells: saysWho(field) ? 'who' : 'about',
      field,
    })),
]

const saysWho = ({ name, type }: RecordField): boolean => SAY_WHO.includes(type) || /(^|_)name$/.test(name)
