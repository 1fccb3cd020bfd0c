import type { RecordField } from '../fields/field'
import { foldCase } from '../logic/fold_case'
import type { ImportColumn, ImportTarget } from './import_plan'

/** What people write over columns, in the languages that Lichen speaks and some neighbours’, by the field it means. */
const HEADS: readonly [record: 'contact' | 'company', field: string, heads: string][] = [
  [
    'contact',
    'email',
    'email|e-mail|mail|email address|e-mail address|mail address|e-mail-adresse|mailadresse|epost|e-post|e-postadress|courriel|adresse e-mail|adresse électronique|correo|correo electrónico|adres e-mail|endereço de e-mail|البريد الإلكتروني',
  ],
  [
    'contact',
    'first_name',
    'first name|firstname|given name|forename|vorname|förnamn|prénom|prenom|nombre|imię|imie|nome próprio|primeiro nome|الاسم الأول',
  ],
  [
    'contact',
    'last_name',
    'last name|lastname|surname|family name|nachname|familienname|efternamn|nom|nom de famille|apellido|apellidos|nazwisko|sobrenome|apelido|اسم العائلة',
  ],
  [
    'contact',
    'phone',
    'phone|telephone|phone number|tel|mobile|cell|telefon|telefonnummer|handy|mobil|téléphone|portable|teléfono|móvil|telefone|telemóvel|celular|komórka|الهاتف',
  ],
  [
    'company',
    'name',
    'company|company name|organisation|organization|employer|firm|firma|unternehmen|företag|société|entreprise|empresa|organización|empresa|spółka|الشركة',
  ],
]

/** Words over a column, or a field's name, without what is written otherwise here and there. */
export const foldHead = (text: string): string =>
  foldCase(text.normalize('NFKD').replace(/\p{M}+/gu, ''))
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

const KNOWN = new Map(
  HEADS.flatMap(([record, field, heads]) => heads.split('|').map((head) => [foldHead(head), { record, field }])),
)

/** The field of a contact or a company that people call this; `null` for none. */
export const fieldCalled = (folded: string): { record: 'contact' | 'company'; field: string } | null =>
  KNOWN.get(folded) ?? null

/**
 * Where each column most likely goes: to the field of its name, or of what people call that, or, without either, to the
 * one for addresses where it holds them. Each field is taken once; a column that nothing speaks for goes nowhere.
 */
export function guessTargets(columns: readonly ImportColumn[], fields: readonly RecordField[]): ImportTarget[] {
  const offered = fields.filter(({ record, retired }) => !retired && (record === 'contact' || record === 'company'))
  const taken = new Set<RecordField>()
  const take = (field: RecordField | undefined): ImportTarget | null => {
    if (!field || taken.has(field) || (field.record !== 'contact' && field.record !== 'company')) return null
    taken.add(field)
    return { to: 'field', record: field.record, field: field.name }
  }
  const byHead = columns.map(({ head }) => take(fieldOfHead(foldHead(head), offered)))
  return byHead.map((target, n): ImportTarget => {
    if (target) return target
    const holdsAddresses = columns[n]?.samples.some((one) => /^\S+@\S+\.\S+$/.test(one.trim())) ?? false
    const email = offered.find(({ record, name }) => record === 'contact' && name === 'email')
    return (holdsAddresses && take(email)) || { to: 'nothing' }
  })
}

function fieldOfHead(head: string, fields: readonly RecordField[]): RecordField | undefined {
  if (head === '') return undefined
  const named = fields.find(
    ({ label, name, record }) =>
      [foldHead(label), foldHead(name), `${record} ${foldHead(label)}`].includes(head) &&
      !(record === 'company' && name === 'name'),
  )
  if (named) return named
  const known = KNOWN.get(head)
  return (
    known &&
    fields.find(({ record, name, type }) => record === known.record && (name === known.field || type === known.field))
  )
}
