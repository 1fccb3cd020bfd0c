import { type Form, formSchema } from '@/core/form/definition'
import { contactCarried, emailQuestion, nameQuestion, options } from './shared'

/** A quote for a school: how many learn, what they need for it, and what that comes to while it is filled in. */
export const schoolQuote = (): Form =>
  formSchema.parse({
    title: 'A quote for your school',
    intro: 'Kilns, wheels and clay for a term. The sum counts along as you choose.',
    records: { company: true, deal: { title: '{{ school }}, {{ pupils }} pupils', again: 'another' } },
    steps: [
      {
        name: 'the_school',
        title: 'The school',
        questions: [
          {
            kind: 'company',
            name: 'school',
            label: 'Which school is it?',
            required: true,
            lands: [{ record: 'company', field: 'name' }],
          },
          { kind: 'web_address', name: 'site', label: 'Its site', width: 'half' },
          {
            kind: 'number',
            name: 'pupils',
            label: 'Pupils at the wheel',
            required: true,
            minimum: 1,
            maximum: 400,
            step: 1,
            width: 'half',
          },
          {
            kind: 'matrix',
            name: 'groups',
            label: 'What does each group make?',
            several: true,
            rows: options('Younger ones', 'Older ones', 'Evening class'),
            options: options('Hand built', 'Thrown', 'Tiles'),
          },
        ],
      },
      {
        name: 'the_room',
        title: 'The room',
        questions: [
          { kind: 'stepper', name: 'kilns', label: 'Kilns', required: true, minimum: 1, maximum: 6, width: 'half' },
          { kind: 'stepper', name: 'wheels', label: 'Wheels', minimum: 0, maximum: 30, width: 'half' },
          {
            kind: 'file',
            name: 'plan',
            label: 'A plan of the room, if you have one',
            sorts: ['pictures', 'documents', 'sheets'],
            most: 2,
          },
          {
            kind: 'yes_no',
            name: 'clay',
            label: 'Clay for the term as well?',
            help: 'Eight kilos for each pupil.',
          },
          {
            kind: 'computed',
            name: 'sum',
            label: 'That comes to about',
            expression: 'kilns * 2900 + or(wheels, 0) * 640 + (clay == true ? pupils * 8 * 1.4 : 0)',
            decimals: 0,
            unit: 'EUR',
            lands: [{ record: 'deal', field: 'budget' }],
          },
          {
            kind: 'computed',
            name: 'each',
            label: 'For each pupil',
            expression: 'sum / pupils',
            decimals: 2,
            unit: 'EUR',
          },
        ],
      },
      {
        name: 'the_meeting',
        title: 'The meeting',
        questions: [
          {
            kind: 'date',
            name: 'meeting',
            label: 'When shall we talk it over?',
            past: false,
            ahead: 60,
            weekdays: true,
          },
          { kind: 'time', name: 'at', label: 'At what time?', earliest: '09:00', latest: '17:00' },
          nameQuestion('Whom do we talk to?'),
          { ...emailQuestion('School email'), kind: 'email', business: true },
        ],
      },
    ],
    carried: contactCarried,
    routing: {
      columns: ['sum'],
      rows: [{ cells: { sum: { is: 'at_least', to: 15000 } }, desk: 'key_accounts', message: 'a_school' }],
      otherwise: { desk: 'advice_line', message: 'a_school' },
    },
    messages: [
      {
        name: 'a_school',
        title: 'A school',
        to: 'desk',
        subject: '{{ school }}: {{ sum | default: "a sum untold" }}',
        body: '{{ person }} asks for {{ kilns }} kilns, {{ each | default: "an untold sum" }} for each of {{ pupils }} pupils.\n\n{{ all_answers }}',
      },
    ],
    outcome: {
      title: 'Thank you, {{ person.first }}',
      body: 'A quote of about {{ sum | default: "what you need" }} is on its way to {{ school }}.',
    },
  })
