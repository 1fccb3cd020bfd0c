import { fieldCalled, foldHead } from '../imports/guess_targets'
import type { KindName } from '../kinds/registry'

/** What a field elsewhere means: the question that asks it here, where there is none yet, and the part of its answer. */
export interface Meaning {
  kind: KindName
  /** The value it becomes, and what that is called: fields of one value are parts of it. */
  value: string
  label: string
  part?: string
}

const NAME = { kind: 'person_name', value: 'name', label: 'Name' } as const
const ADDRESS = { kind: 'address', value: 'address', label: 'Address' } as const

/** What the fields of a contact and a company mean, whose words `imports` knows. */
const OF_FIELDS: Readonly<Record<string, Meaning>> = {
  'contact.email': { kind: 'email', value: 'email', label: 'Email' },
  'contact.first_name': { ...NAME, part: 'first' },
  'contact.last_name': { ...NAME, part: 'last' },
  'contact.phone': { kind: 'phone', value: 'phone', label: 'Phone' },
  'company.name': { kind: 'company', value: 'company', label: 'Company' },
}

/** What forms call all else, in the languages that Lichen speaks. */
const WORDS: readonly [meaning: Meaning, words: string][] = [
  [
    { kind: 'person_name', value: 'name', label: 'Name', part: 'full' },
    'name|full name|fullname|complete name|vor und nachname|vollständiger name|nom complet|nom et prénom|nombre completo|nombre y apellidos|nome completo|imię i nazwisko|الاسم|الاسم الكامل',
  ],
  [
    { kind: 'long_text', value: 'message', label: 'Message' },
    'message|msg|comment|comments|enquiry|inquiry|question|notes|note|remarks|nachricht|mitteilung|bemerkung|kommentar|anfrage|anmerkung|commentaire|remarque|demande|mensaje|comentario|comentarios|consulta|mensagem|comentário|wiadomość|treść|uwagi|pytanie|الرسالة|رسالة|ملاحظات',
  ],
  [
    { kind: 'short_text', value: 'subject', label: 'Subject' },
    'subject|topic|regarding|betreff|thema|objet|sujet|asunto|tema|assunto|temat|الموضوع',
  ],
  [
    { ...ADDRESS, part: 'street' },
    'street|street address|address|address line 1|address 1|straße|strasse|strasse und hausnummer|straße nr|anschrift|adresse|rue|calle|dirección|rua|morada|endereço|ulica|adres|الشارع|العنوان',
  ],
  [{ ...ADDRESS, part: 'extra' }, 'address line 2|address 2|adresszusatz|complément|complément d adresse|complemento'],
  [
    { ...ADDRESS, part: 'postcode' },
    'postcode|post code|zip|zip code|zipcode|postal code|plz|postleitzahl|code postal|código postal|cep|kod pocztowy|الرمز البريدي',
  ],
  [
    { ...ADDRESS, part: 'city' },
    'city|town|place|stadt|ort|wohnort|ville|ciudad|localidad|población|cidade|miasto|miejscowość|المدينة',
  ],
  [{ ...ADDRESS, part: 'country' }, 'country|land|pays|país|pais|kraj|البلد|الدولة'],
  [
    { kind: 'web_address', value: 'website', label: 'Website' },
    'website|web site|homepage|url|web|webseite|internetseite|site|site web|página web|sitio web|strona|strona www|الموقع',
  ],
  [
    { kind: 'date', value: 'date', label: 'Date' },
    'date|day|preferred date|datum|termin|wunschtermin|tag|jour|fecha|día|data|dia|dzień|termin|التاريخ',
  ],
  [
    { kind: 'consent', value: 'newsletter', label: 'Newsletter' },
    'newsletter|subscribe|opt in|optin|mailing list|rundbrief|abonnieren|infolettre|abonnement|boletín|suscribirse|boletim|subscrever|biuletyn|zapisz|النشرة',
  ],
  [
    { kind: 'consent', value: 'privacy', label: 'Privacy' },
    'privacy|gdpr|dsgvo|datenschutz|terms|agb|consent|einwilligung|acceptance|rgpd|confidentialité|consentement|privacidad|privacidade|rodo|prywatność|الخصوصية',
  ],
]

/** Of words that mean several things, the first counts. */
const KNOWN = new Map<string, Meaning>()
for (const [meaning, words] of WORDS)
  for (const word of words.split('|')) if (!KNOWN.has(foldHead(word))) KNOWN.set(foldHead(word), meaning)

/** What stands before the name of a field and says nothing of it: whose it is, or what sort of box it has. */
const FILLERS = new Set(
  foldHead(
    'your my the frm cf contact contacts customer visitor user person lead form field fields input txt text tx data item ihr ihre dein deine votre ton su tu seu sua twój twoja pole feld',
  ).split(' '),
)

/**
 * What a field means by what it is called, whatever marks, capitals and figures its name was put together with: `your-email`,
 * `txtLastName`, `contact[2][telefon]`. `null` where it is called nothing that is known.
 */
export function meaningOf(name: string): Meaning | null {
  const inner = INNERMOST.exec(name)?.[1]
  const found = meaningOfName(name)
  return found ?? (inner === undefined ? null : meaningOfName(inner))
}

/** What stands in the last brackets, or behind the last point. */
const INNERMOST = /(?:\[|\.)([^[\].]+)\]?$/

function meaningOfName(name: string): Meaning | null {
  const words = wordsOf(name)
  for (let from = 0; from < words.length; from++) {
    const found = meaningOfWords(words.slice(from).join(' '))
    if (found) return found
    // More than one word before what is known may say something else: an order’s name is nobody’s.
    if (!FILLERS.has(words[from] ?? '')) break
  }
  return null
}

const meaningOfWords = (words: string): Meaning | null => {
  const field = fieldCalled(words)
  const full = KNOWN.get(words)
  // A field called just “name” is the whole of it, whatever stands over columns elsewhere.
  if (full && field?.record !== 'contact') return full
  return (field && OF_FIELDS[`${field.record}.${field.field}`]) ?? full ?? null
}

/** The words of a field’s name, without what only counts. */
export const wordsOf = (name: string): string[] =>
  foldHead(name.replaceAll(/(\p{Ll})(\p{Lu})/gu, '$1 $2'))
    .split(' ')
    .filter((word) => word !== '' && !/^\d+$/.test(word))
    .map((word) => word.replace(/\d+$/, ''))
    .filter((word, at, all) => at > 0 || all.length === 1 || !FILLERS.has(word))
