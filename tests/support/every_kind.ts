import type { Answer } from '@/core/answers/answer'
import type { KindName } from '@/core/kinds/registry'
import type { FormInput } from '@/core/form/definition'

type QuestionInput = FormInput['steps'][number]['questions'] extends (infer Q)[] | undefined ? Q : never

/** One thing that hands do: press a key, write, or point at something that is called so. */
export type Move =
  | { press: string; times?: number }
  | { write: string; into?: string }
  | { tick: string; of?: string }
  | { press_button: string }
  | { choose: string; from: string }
  | { click: string }
  /** Choose a file: a small picture of this name; by a key, where one is given. */
  | { attach: string; by?: string }

/** How a kind is answered in a browser, and what comes of it. */
export interface TriedKind {
  /** The kind's own settings. */
  settings: Record<string, unknown>
  label: string
  /** By mouse, where a script brings the page to life. */
  mouse: Move[]
  /** By keys alone: from the first control of the question to its last. */
  keys: Move[]
  /** Without any script; as with the mouse where left out. */
  plain?: Move[]
  /** What is stored, with `file:` for where files lie; blank for what asks nothing. */
  answer: Answer
  /** What is stored where nobody has answered; blank where left out. */
  unanswered?: Answer
  /** What people read of it. */
  words: string
}

const OPTIONS = [
  { value: 'glass', label: 'Glass fusing' },
  { value: 'raku', label: 'Raku' },
  { value: 'salt', label: 'Salt glaze' },
]

/** Every kind of question, once. A kind that is missing here does not compile. */
export const EVERY_KIND: Record<KindName, TriedKind> = {
  short_text: {
    label: 'Name of your studio’s cat',
    settings: {},
    mouse: [{ write: 'Biscuit', into: 'Name of your studio’s cat' }],
    keys: [{ write: 'Biscuit' }],
    answer: 'Biscuit',
    words: 'Biscuit',
  },
  long_text: {
    label: 'What went wrong?',
    settings: {},
    mouse: [{ write: 'Nothing.\nReally.', into: 'What went wrong?' }],
    keys: [{ write: 'Nothing.' }, { press: 'Enter' }, { write: 'Really.' }],
    answer: 'Nothing.\nReally.',
    words: 'Nothing. Really.',
  },
  person_name: {
    label: 'Your name',
    settings: {},
    mouse: [
      { write: 'Oda', into: 'First name' },
      { write: 'Brandt', into: 'Last name' },
    ],
    keys: [{ write: 'Oda' }, { press: 'Tab' }, { write: 'Brandt' }],
    answer: { first: 'Oda', last: 'Brandt' },
    words: 'Oda Brandt',
  },
  company: {
    label: 'Your company',
    settings: {},
    mouse: [{ write: 'Alder Studio', into: 'Your company' }],
    keys: [{ write: 'Alder Studio' }],
    answer: 'Alder Studio',
    words: 'Alder Studio',
  },
  email: {
    label: 'Second email',
    settings: {},
    mouse: [{ write: 'Oda@Studio.example', into: 'Second email' }],
    keys: [{ write: 'Oda@Studio.example' }],
    answer: 'oda@studio.example',
    words: 'oda@studio.example',
  },
  phone: {
    label: 'Your phone',
    settings: { country: 'SE' },
    mouse: [{ write: '070 174 06 05', into: 'Your phone' }],
    keys: [{ press: 'Tab' }, { write: '070 1740605' }],
    answer: '+46701740605',
    words: '+46 70 174 06 05',
  },
  address: {
    label: 'Where to deliver',
    settings: { country: 'DE' },
    mouse: [
      { write: 'Brennerweg 4', into: 'Street and number' },
      { write: '10115', into: 'Postcode' },
      { write: 'Tonhausen', into: 'Town or city' },
    ],
    keys: [
      { press: 'Tab' },
      { write: 'Brennerweg 4' },
      { press: 'Tab', times: 2 },
      { write: '10115' },
      { press: 'Tab' },
      { write: 'Tonhausen' },
    ],
    answer: { street: 'Brennerweg 4', postcode: '10115', city: 'Tonhausen', country: 'DE' },
    words: 'Brennerweg 4 10115 Tonhausen Germany',
  },
  web_address: {
    label: 'Your site',
    settings: {},
    mouse: [{ write: 'alder.example', into: 'Your site' }],
    keys: [{ write: 'alder.example' }],
    answer: 'https://alder.example/',
    words: 'https://alder.example/',
  },
  referral_code: {
    label: 'Who brought you',
    settings: {},
    mouse: [{ write: 'k7q xm2 ptq', into: 'Who brought you' }],
    keys: [{ write: 'k7q-xm2-ptq' }],
    answer: 'K7QXM2PTQ',
    words: 'K7Q XM2 PTQ',
  },
  number: {
    label: 'Shelves',
    settings: { minimum: 1, unit: 'boards' },
    mouse: [{ write: '12', into: 'Shelves' }],
    keys: [{ write: '12' }],
    answer: 12,
    words: '12 boards',
  },
  stepper: {
    label: 'People at the wheel',
    settings: { minimum: 1, maximum: 9, unit: 'people' },
    mouse: [{ click: 'More: People at the wheel' }, { click: 'More: People at the wheel' }],
    keys: [{ press: 'Tab' }, { press: 'ArrowUp', times: 2 }, { press: 'Tab' }],
    plain: [{ write: '2', into: 'People at the wheel' }],
    answer: 2,
    words: '2 people',
  },
  slider: {
    label: 'Peak temperature',
    settings: { minimum: 1000, maximum: 1320, step: 20, unit: '°C' },
    mouse: [{ click: 'Slide: Peak temperature' }],
    keys: [{ press: 'Home' }, { press: 'ArrowRight', times: 8 }, { press: 'Tab' }],
    plain: [{ write: '1160', into: 'Peak temperature' }],
    answer: 1160,
    words: '1160 °C',
  },
  money: {
    label: 'What it may cost',
    settings: { currency: 'SEK', maximum: 90000 },
    mouse: [{ write: '12 500', into: 'What it may cost' }],
    keys: [{ write: '12500' }],
    answer: 12500,
    words: 'SEK 12,500',
  },
  rating: {
    label: 'The delivery',
    settings: { points: 5 },
    mouse: [{ tick: '4 of 5' }],
    keys: [{ press: 'Space' }, { press: 'ArrowRight', times: 3 }],
    answer: 4,
    words: '4 of 5',
  },
  scale: {
    label: 'How easy was it?',
    settings: { from: 0, to: 10, low: 'Hard', high: 'Easy' },
    mouse: [{ tick: '10, Easy' }],
    keys: [{ press: 'Space' }, { press: 'ArrowLeft' }],
    answer: 10,
    words: '10 of 10',
  },
  date: {
    label: 'Day of the firing',
    settings: {},
    mouse: [{ write: '2027-03-05', into: 'Day of the firing' }],
    keys: [{ write: '03052027' }],
    answer: '2027-03-05',
    words: '5 March 2027',
  },
  date_range: {
    label: 'Days of the course',
    settings: { earliest: '2027-01-01' },
    mouse: [
      { write: '2027-03-05', into: 'From' },
      { write: '2027-03-07', into: 'To' },
    ],
    keys: [{ write: '03052027' }, { press: 'Tab', times: 2 }, { write: '03072027' }],
    answer: { from: '2027-03-05', to: '2027-03-07' },
    words: '5 March 2027 to 7 March 2027',
  },
  time: {
    label: 'When it begins',
    settings: { earliest: '08:00' },
    mouse: [{ write: '14:30', into: 'When it begins' }],
    keys: [{ write: '0230PM' }],
    answer: '14:30',
    words: '14:30',
  },
  single_choice: {
    label: 'First firing',
    settings: { options: OPTIONS },
    mouse: [{ tick: 'Raku' }],
    keys: [{ press: 'Space' }, { press: 'ArrowDown' }],
    answer: 'raku',
    words: 'Raku',
  },
  several_choices: {
    label: 'Further firings',
    settings: { options: OPTIONS },
    mouse: [{ tick: 'Glass fusing' }, { tick: 'Salt glaze' }],
    keys: [{ press: 'Space' }, { press: 'Tab' }, { press: 'Tab' }, { press: 'Space' }],
    answer: ['glass', 'salt'],
    words: 'Glass fusing, Salt glaze',
  },
  ranking: {
    label: 'What matters most?',
    settings: { options: OPTIONS },
    mouse: [{ press_button: 'Raku' }, { press_button: 'Glass fusing' }, { press_button: 'Salt glaze' }],
    keys: [
      { press: 'Tab' },
      { press: 'Space' },
      { press: 'Shift+Tab' },
      { press: 'Space' },
      { press: 'Tab', times: 2 },
      { press: 'Enter' },
    ],
    plain: [
      { choose: 'Raku', from: 'Place 1' },
      { choose: 'Glass fusing', from: 'Place 2' },
      { choose: 'Salt glaze', from: 'Place 3' },
    ],
    answer: { place_1: 'raku', place_2: 'glass', place_3: 'salt' },
    words: '1. Raku, 2. Glass fusing, 3. Salt glaze',
  },
  matrix: {
    label: 'How was it?',
    settings: {
      rows: [
        { value: 'driver', label: 'The driver' },
        { value: 'crate', label: 'The crate' },
      ],
      options: [
        { value: 'good', label: 'Good' },
        { value: 'bad', label: 'Bad' },
      ],
    },
    mouse: [
      { tick: 'Good', of: 'The driver' },
      { tick: 'Bad', of: 'The crate' },
    ],
    keys: [{ press: 'Space' }, { press: 'Tab' }, { press: 'Space' }, { press: 'ArrowDown' }],
    answer: { driver: 'good', crate: 'bad' },
    words: 'The driver: Good; The crate: Bad',
  },
  yes_no: {
    label: 'Do you fire at night?',
    settings: { yes: 'Often', no: 'Never' },
    mouse: [{ tick: 'Never' }],
    keys: [{ press: 'Space' }, { press: 'ArrowDown' }],
    answer: false,
    words: 'Never',
  },
  consent: {
    label: 'Firing notes',
    settings: { wording: 'Send me Firing notes.' },
    mouse: [{ tick: 'Send me Firing notes.' }],
    keys: [{ press: 'Space' }],
    answer: true,
    // A box that is not ticked says no: that is its answer.
    unanswered: false,
    words: 'Yes',
  },
  file: {
    label: 'A photo of the kiln',
    settings: { sorts: ['pictures'], most: 2 },
    mouse: [{ attach: 'kiln.png' }],
    keys: [{ attach: 'kiln.png', by: 'Enter' }],
    answer: ['file:kiln.png'],
    words: 'kiln.png',
  },
  signature: {
    label: 'Sign for the delivery',
    settings: {},
    mouse: [{ write: 'Oda Brandt', into: 'Or type your name' }],
    keys: [{ write: 'Oda Brandt' }],
    plain: [{ write: 'Oda Brandt', into: 'Type your name to sign' }],
    answer: { typed: 'Oda Brandt' },
    words: 'Oda Brandt',
  },
  computed: {
    label: 'Boards for everybody',
    settings: { expression: 'a_number * a_stepper', unit: 'boards' },
    mouse: [],
    keys: [],
    answer: 24,
    words: '24 boards',
  },
  prose: {
    label: 'Before you send',
    settings: { text: 'We read everything.', divider: true },
    mouse: [],
    keys: [],
    answer: null,
    words: '',
  },
}

export const KINDS_TRIED = Object.entries(EVERY_KIND) as [KindName, TriedKind][]

/** A form that asks every kind, each called by the kind’s name, and where to reach whoever answers. */
export const formOfEveryKind = (slug: string): FormInput => ({
  title: `Every kind of question, ${slug}`,
  steps: [
    {
      name: 'all',
      title: 'All of them',
      questions: [
        ...KINDS_TRIED.map(
          ([kind, { label, settings }]) => ({ kind, name: `a_${kind}`, label, ...settings }) as QuestionInput,
        ),
        { kind: 'email', name: 'email', label: 'Where to reach you', required: true, lands: [{ field: 'email' }] },
      ],
    },
  ],
  messages: [{ name: 'notice', title: 'Notice', to: 'desk', subject: 'All of it', body: '{{ all_answers }}' }],
  routing: { otherwise: { desk: 'advice_line', message: 'notice' } },
})
