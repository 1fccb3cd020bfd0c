import iconv from 'iconv-lite'
import { type DemoPerson, personOf } from './company'

/** An address book of an old program: German heads, a western encoding, doubles, rows that are wrong, a column of consents. */
export function addressBook(): Buffer {
  const heads = 'Vorname;Nachname;E-Mail;Telefon;Firma;Rundbrief;Seit'
  const known = Array.from({ length: 40 }, (_, n) => rowOf(personOf(n * 7), n))
  const others = Array.from({ length: 160 }, (_, n) => rowOf(personOf(1500 + n), n + 40))
  const odd = [
    'Jürgen;Weiß;juergen.weiss@lehmhof.example;+49 30 23125 017;Lehmhof Weiß;ja;4.3.2019',
    'Jürgen;Weiss;JUERGEN.WEISS@lehmhof.example;;Lehmhof Weiß;;2019',
    'Åsa;Ström;asa bei krukor.example;;Ström Krukor;ja;12.9.2020',
    'Zoë;Lefèvre;;;Atelier Lefèvre;nein;1.2.2021',
    'François;Béart;francois.beart@four.example;keine;Four à Pain;ja;31.2.2022',
  ]
  const rows = [...known, ...others]
  rows.splice(20, 0, ...odd.slice(0, 3))
  rows.splice(90, 0, ...odd.slice(3))
  return iconv.encode([heads, ...rows].join('\r\n'), 'windows-1252')
}

const rowOf = ({ first_name, last_name, email, company }: DemoPerson, n: number): string =>
  [
    first_name,
    last_name,
    email,
    '',
    company,
    n % 3 === 0 ? 'ja' : '',
    `${(n % 28) + 1}.${(n % 12) + 1}.20${15 + (n % 9)}`,
  ].join(';')

/** Contacts that are there twice, as happens: by another address of the same person. */
export const DOUBLES: readonly (DemoPerson & { email: string })[] = [34, 77, 118, 163].map((n) => {
  const person = personOf(n)
  const [local = '', domain = ''] = person.email.split('@')
  const other =
    n % 2 === 0 ? `${local.replace('.', '')}+glaze@${domain}` : `${local.slice(0, 1)}.${person.last_name}@${domain}`
  return { ...person, email: other.toLowerCase() }
})
