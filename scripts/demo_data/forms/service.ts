import { type Form, formSchema } from '@/core/form/definition'
import type { DemoPictures } from '../pictures'
import { contactCarried, emailQuestion, options } from './shared'

/** Repair or service: which kiln, what is wrong with it, and when somebody may come. Opens a request. */
export const service = ({ plate }: DemoPictures): Form =>
  formSchema.parse({
    title: 'Repair or service',
    look: { theme: 'clear' },
    intro: 'Tell us which kiln it is and what it does. We call back within a working day.',
    records: { request: { title: '{{ fault }} · {{ serial }}', again: 'another' } },
    steps: [
      {
        name: 'the_kiln',
        title: 'The kiln',
        questions: [
          {
            kind: 'prose',
            name: 'the_plate',
            label: 'Where the number stands',
            picture: plate,
            text: 'On the plate behind the lid, below the maker’s name.',
          },
          {
            kind: 'short_text',
            name: 'serial',
            label: 'Serial number',
            required: true,
            like: 'TK-20418',
            checked: true,
            errorText: 'Look at the plate again: TK, and five digits of which the last proves the others',
            width: 'half',
            lands: [{ record: 'request', field: 'serial_number' }],
          },
          {
            kind: 'single_choice',
            name: 'fault',
            label: 'What is it about?',
            required: true,
            options: options('It does not heat', 'It switches off', 'The lid or a brick', 'Yearly service'),
            other: 'Something else',
          },
          {
            kind: 'prose',
            name: 'switch_it_off',
            label: 'Please switch it off at the wall',
            text: 'A kiln that trips its fuse can be live though it is cold.\n\nNobody should open it before we have looked at it.',
            divider: true,
            shownWhen: { value: 'fault', is: 'one_of', to: ['it_switches_off', 'it_does_not_heat'] },
          },
          {
            kind: 'long_text',
            name: 'told',
            label: 'What happens, and since when?',
            shownAs: '{{ fault | default: "Your kiln" }}: what happens, and since when?',
            fill: [{ from: 'form_before', value: 'told' }],
            required: true,
            minLength: 10,
            maxLength: 600,
            counter: true,
            shownWhen: { value: 'fault', is: 'differs', to: 'yearly_service' },
          },
          {
            kind: 'file',
            name: 'photos',
            label: 'Photos of it',
            help: 'The plate, and what you can see of the fault.',
            sorts: ['pictures'],
            megabytes: 15,
            most: 4,
            shownWhen: { value: 'fault', is: 'differs', to: 'yearly_service' },
          },
          {
            kind: 'slider',
            name: 'firings',
            label: 'Firings a month, about',
            minimum: 0,
            maximum: 40,
            step: 2,
            unit: 'firings',
            unitOfOne: 'firing',
          },
        ],
      },
      {
        name: 'the_visit',
        title: 'The visit',
        questions: [
          {
            kind: 'date_range',
            name: 'visit',
            label: 'When may we come?',
            required: true,
            past: false,
            ahead: 120,
            weekdays: true,
            first: 'Earliest',
            last: 'Latest',
          },
          { kind: 'time', name: 'from_time', label: 'Not before', earliest: '07:00', latest: '17:00', width: 'half' },
          {
            kind: 'phone',
            name: 'phone',
            label: 'Phone',
            required: true,
            country: 'SE',
            lands: [{ field: 'phone', ifFilled: 'replace' }],
          },
          {
            ...emailQuestion('Your email'),
            fill: [
              { from: 'record', field: 'email' },
              { from: 'form_before', value: 'email' },
            ],
          },
          {
            kind: 'signature',
            name: 'signed',
            label: 'You may open the kiln and mend it for up to 200 EUR',
          },
          {
            kind: 'computed',
            name: 'days_open',
            label: 'Days to choose from',
            expression: 'days(visit.from, visit.to) + 1',
            decimals: 0,
            shown: false,
          },
        ],
      },
    ],
    carried: contactCarried,
    routing: {
      columns: ['fault', 'days_open'],
      rows: [
        {
          cells: {
            fault: { is: 'one_of', to: ['it_does_not_heat', 'it_switches_off'] },
            days_open: { is: 'at_most', to: 3 },
          },
          desk: 'key_accounts',
          message: 'a_repair',
        },
        { cells: { fault: { is: 'equals', to: 'yearly_service' } }, desk: 'south_desk', message: 'a_repair' },
      ],
      otherwise: { desk: 'advice_line', message: 'a_repair' },
    },
    messages: [
      {
        name: 'a_repair',
        title: 'A repair',
        to: 'desk',
        subject: '{{ serial }}: {{ fault }}',
        body: 'Call {{ phone }}. They are there {{ visit }}, {{ days_open }} days to choose from.\n\n{{ told | default: "Nothing more was told." }}\n\n{{ all_answers }}',
      },
      {
        name: 'we_call_back',
        title: 'We call back',
        to: 'visitor',
        subject: 'Kiln {{ serial }}',
        body: 'We have your message and call {{ phone }} within a working day.\n\nTarnfield Kilns',
      },
    ],
    outcome: { title: 'We call you back', body: 'Within a working day, on {{ phone }}.' },
  })
