import { type Form, formSchema } from '@/core/form/definition'
import type { DemoPictures } from '../pictures'
import { contactCarried, emailQuestion, nameQuestion, options, pictured } from './shared'

/** A box of glaze samples by post: what is in it, where it goes, and what matters most to whoever tries them. */
export const glazeSamples = ({ glazes }: DemoPictures): Form =>
  formSchema.parse({
    title: 'A box of glaze samples',
    look: { theme: 'garden' },
    intro: 'Six small jars, chosen by you, sent within the week.',
    records: { request: { title: 'Box {{ box_number | default: "of samples" }} for {{ email }}', again: 'another' } },
    steps: [
      {
        name: 'the_box',
        title: 'The box',
        questions: [
          {
            kind: 'several_choices',
            name: 'glazes',
            label: 'Which glazes shall we pack?',
            required: true,
            least: 2,
            most: 6,
            look: 'pictures',
            options: pictured(
              glazes,
              'Ash green',
              'Chun blue',
              'Iron red',
              'Matt white',
              'Oil spot',
              'Rutile sand',
              'Shino',
              'Tenmoku',
            ),
          },
          {
            kind: 'ranking',
            shuffled: true,
            name: 'matters',
            label: 'What matters most to you in a glaze?',
            options: options('Colour', 'Surface', 'Food safe', 'Easy to apply', 'Price'),
            places: 3,
          },
          {
            kind: 'short_text',
            name: 'club_number',
            label: 'Glaze club number',
            help: 'On your card, if you have one.',
            like: 'GC-2041',
            width: 'half',
          },
        ],
      },
      {
        name: 'your_kiln',
        title: 'Your kiln',
        questions: [
          {
            kind: 'stepper',
            name: 'people_sharing',
            label: 'How many people share your kiln?',
            minimum: 1,
            maximum: 60,
            unit: 'people',
            unitOfOne: 'person',
            turn: {},
            lands: [{ field: 'studio_size' }],
          },
          {
            kind: 'single_choice',
            name: 'ware',
            label: 'What do you fire most?',
            options: options('Earthenware', 'Stoneware', 'Porcelain', 'Glass'),
            turn: {},
            lands: [{ field: 'ware' }],
          },
          {
            kind: 'number',
            name: 'peak_temperature',
            label: 'How hot do you fire?',
            minimum: 1000,
            maximum: 1320,
            unit: '°C',
            shownWhen: { value: 'ware', is: 'differs', to: 'glass' },
            turn: { known: 'again', days: 365 },
            lands: [{ field: 'peak_temperature' }],
          },
          {
            kind: 'phone',
            name: 'phone',
            label: 'May we ring you about the box?',
            country: 'SE',
            turn: { known: 'shown' },
            lands: [{ field: 'phone' }],
          },
        ],
      },
      {
        name: 'where_to',
        title: 'Where to',
        questions: [
          nameQuestion('Your name'),
          emailQuestion('Your email'),
          {
            kind: 'address',
            name: 'address',
            label: 'Where shall it go?',
            required: true,
            countries: ['DE', 'DK', 'FI', 'GB', 'NL', 'NO', 'SE'],
            lands: [{ field: 'postal_address', ifFilled: 'replace' }],
          },
          {
            kind: 'consent',
            name: 'club_letters',
            label: 'Glaze club',
            wording: 'Send me the letters of the Glaze club.',
          },
        ],
      },
    ],
    carried: [
      ...contactCarried,
      { name: 'host_page', label: 'Page it stood on', fill: [{ from: 'framing_page' }, { from: 'page_before' }] },
      { name: 'time_zone', label: 'Time zone', fill: [{ from: 'browser', what: 'zone' }] },
      { name: 'box_number', label: 'Number of the box', fill: [{ from: 'running_number' }] },
    ],
    turns: {
      atOnce: 2,
      allKnown: 'greeting',
      greeting: 'We know how you fire: choose your glazes, and the box is on its way.',
    },
    remembers: true,
    joins: [{ list: 'glaze_club', consent: 'club_letters' }],
    routing: {
      columns: ['address.country'],
      rows: [
        {
          cells: { 'address.country': { is: 'one_of', to: ['GB', 'NL', 'DE'] } },
          desk: 'south_desk',
          message: 'pack_a_box',
        },
      ],
      otherwise: { desk: 'north_desk', message: 'pack_a_box' },
    },
    messages: [
      {
        name: 'pack_a_box',
        title: 'Pack a box',
        to: 'desk',
        subject: 'Box {{ box_number | default: "of samples" }} to {{ address.city | default: "an untold place" }}',
        body: '{{ glazes }}\n\n{{ address }}\n\n{{ all_answers }}',
      },
      {
        name: 'on_its_way',
        title: 'On its way',
        to: 'visitor',
        subject: 'Your glaze samples, {{ person.first }}',
        body: 'Dear {{ person.first }},\n\nwe are packing {{ glazes }}. The box goes to\n\n{{ address }}\n\nTarnfield Kilns',
      },
    ],
    outcome: { title: 'We are packing', body: 'Your box leaves within the week: {{ glazes }}.' },
  })
