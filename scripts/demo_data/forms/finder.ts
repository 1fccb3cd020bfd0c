import { type Form, type FormInput, formSchema } from '@/core/form/definition'
import { setTranslations } from '@/core/form/translation_edits'
import { CONNECTIONS } from '../company'
import type { DemoPictures } from '../pictures'
import { FINDER_IN_ARABIC, FINDER_IN_GERMAN } from './finder_languages'
import { contactCarried, emailQuestion, options, pictured } from './shared'

/** The finder: which kiln suits a studio. Routed by budget, supply and region. */
export function finder(variant: 'first' | 'longer' | 'shorter' | 'draft', { wares }: DemoPictures): Form {
  const floor: NonNullable<FormInput['steps'][number]['questions']> =
    variant === 'longer'
      ? [
          {
            kind: 'number',
            name: 'floor_space',
            label: 'How much floor is free, in square metres?',
            help: 'Measure wall to wall, less 50 cm all round.',
            required: true,
            minimum: 1,
            maximum: 500,
            unit: 'm²',
          },
        ]
      : []
  const form = formSchema.parse({
    title: 'Which kiln suits your studio?',
    languages: ['en', 'de', 'ar'],
    look: { theme: 'almanac' },
    intro: 'Four short steps. We answer within one working day.',
    keepUnfinished: true,
    records: {
      company: true,
      broughtBy: 'referral',
      deal: { title: 'Kiln for {{ studio | default: first_name | default: "somebody" }}', again: 'same' },
    },
    steps: [
      {
        name: 'your_work',
        title: 'Your work',
        questions: [
          {
            kind: 'single_choice',
            name: 'ware',
            label: 'What do you fire most?',
            required: true,
            look: 'pictures',
            options: pictured(wares, 'Earthenware', 'Stoneware', 'Porcelain', 'Glass'),
            lands: [{ field: 'ware' }],
          },
          {
            kind: 'slider',
            name: 'peak_temperature',
            label: 'How hot do you fire?',
            help: 'Peak of your hottest firing, from 1000 to 1320 in steps of 20.',
            required: true,
            minimum: 1000,
            maximum: 1320,
            step: 20,
            unit: '°C',
            default: 1240,
            errorText: 'Pick a temperature between 1 000 and 1 320 °C, in steps of 20',
            shownWhen: { value: 'ware', is: 'one_of', to: ['stoneware', 'porcelain'] },
            lands: [{ field: 'peak_temperature' }],
          },
          {
            kind: 'stepper',
            name: 'people_sharing',
            label: 'How many people share the kiln?',
            required: true,
            minimum: 1,
            maximum: 60,
            unit: 'people',
            unitOfOne: 'person',
            default: 2,
            lands: [{ field: 'studio_size' }],
          },
        ],
      },
      {
        name: 'your_room',
        title: 'Your room',
        questions: [
          {
            kind: 'single_choice',
            name: 'supply',
            label: 'Which supply do you have?',
            help: variant === 'shorter' || variant === 'draft' ? 'Not sure is a fine answer.' : '',
            required: true,
            options: options('Single-phase', 'Three-phase', 'Not sure'),
            lands: [{ record: 'deal', field: 'supply' }],
          },
          ...floor,
          {
            kind: 'long_text',
            name: 'plan_around',
            label: 'Anything we should plan around?',
            rows: 3,
          },
        ],
      },
      {
        name: 'your_plans',
        title: 'Your plans',
        questions: [
          {
            kind: 'single_choice',
            name: 'region',
            label: 'Where is the studio?',
            required: true,
            look: 'menu',
            options: options('North', 'East', 'South', 'West'),
            fill: [{ from: 'record', field: 'region' }],
            lands: [{ field: 'region' }, { record: 'company', field: 'region', ifFilled: 'keep' }],
          },
          {
            kind: 'money',
            name: 'budget',
            label: 'What would you like to spend?',
            help: variant === 'draft' ? 'Leave it empty if you are only looking round.' : '',
            currency: 'SEK',
            maximum: 500000,
            lands: [{ record: 'deal', field: 'budget', ifFilled: 'larger' }],
          },
        ],
      },
      {
        name: 'where_to_reach_you',
        title: 'Where to reach you',
        questions: [
          {
            kind: 'short_text',
            name: 'first_name',
            label: 'First name',
            required: true,
            fill: [{ from: 'record', field: 'first_name' }],
            lands: [{ field: 'first_name' }],
          },
          emailQuestion('Work email'),
          {
            kind: 'company',
            name: 'studio',
            label: 'Studio or school',
            lands: [{ record: 'company', field: 'name' }],
          },
          {
            kind: 'consent',
            name: 'newsletter',
            label: 'Firing notes',
            wording:
              'Send me Firing notes, a mail a month about kilns and glazes. I can leave with one click in any of them.',
          },
        ],
      },
    ],
    carried: [
      ...contactCarried,
      {
        name: 'referral',
        label: 'Code of who brought them',
        fill: [{ from: 'link', parameter: 'ref' }],
      },
    ],
    joins: [{ list: 'firing_notes', consent: 'newsletter' }],
    routing: {
      columns: ['budget', 'supply', 'region'],
      rows: [
        {
          cells: { budget: { is: 'at_least', to: variant === 'draft' ? 15000 : 20000 } },
          desk: 'key_accounts',
          message: 'big_enquiry',
        },
        {
          cells: {
            supply: { is: 'equals', to: 'three_phase' },
            region: { is: 'one_of', to: ['north', 'east'] },
          },
          desk: 'north_desk',
          message: 'kiln_enquiry',
        },
        {
          cells: {
            supply: { is: 'equals', to: 'three_phase' },
            region: { is: 'one_of', to: ['south', 'west'] },
          },
          desk: 'south_desk',
          message: 'kiln_enquiry',
        },
        {
          cells: { supply: { is: 'equals', to: 'single_phase' } },
          desk: 'home_studio_team',
          message: 'kiln_enquiry',
        },
      ],
      otherwise: { desk: 'advice_line', message: 'needs_advice' },
    },
    messages: [
      {
        name: 'kiln_enquiry',
        title: 'Kiln enquiry',
        to: 'desk',
        subject: 'Kiln enquiry: {{ ware }}, {{ region }}',
        body: '{{ first_name }} of {{ studio | default: "an unnamed studio" }} fires {{ ware }} at {{ peak_temperature | default: "an untold temperature" }}.\nSupply: {{ supply }}.\n\n{{ all_answers }}',
      },
      {
        name: 'big_enquiry',
        title: 'Big enquiry',
        to: 'desk',
        subject: 'Call today: {{ first_name }}, {{ budget | default: "no budget given" }}',
        body: 'A budget of {{ budget | default: "unknown size" }}.\n\n{{ all_answers }}',
      },
      {
        name: 'needs_advice',
        title: 'Needs advice',
        to: 'desk',
        subject: 'Advice wanted: {{ first_name }}',
        body: '{{ first_name }} does not know the supply of the room.\n\n{{ all_answers }}',
      },
      {
        name: 'thank_you',
        title: 'Thank-you',
        to: 'visitor',
        subject: 'Your kiln enquiry, {{ first_name | default: "and thank you" }}',
        body: 'Thank you, {{ first_name | default: "and hello" }}.\n\nWe read every enquiry ourselves and answer within one working day.\n\nTarnfield Kilns',
      },
    ],
    targets: [{ connection: CONNECTIONS.board.name, when: { value: 'budget', is: 'at_least', to: 8000 } }],
    outcomes: [
      {
        name: 'large',
        called: 'A large kiln',
        when: { value: 'budget', is: 'at_least', to: 20000 },
        title: 'Come and see one fire, {{ first_name | default: "you are welcome" }}',
        body: 'For a kiln of this size we would like to show you one at work. Somebody calls you today to find a day.\n\nA copy of this is on its way to {{ email | default: "you" }}.',
        summary: true,
        links: [{ label: 'The way to our yard', address: 'https://www.tarnfield.example/find-us' }],
      },
      {
        name: 'small',
        called: 'A small budget',
        when: { value: 'budget', is: 'at_most', to: 8000 },
        title: 'Thank you, {{ first_name | default: "and hello" }}',
        body: 'For this budget a kiln that was fired before often does best. We answer within two working days with those we have in the yard.\n\nA copy of this is on its way to {{ email | default: "you" }}.',
        summary: true,
        links: [{ label: 'Kilns with a past', address: 'https://www.tarnfield.example/used' }],
      },
    ],
    outcome: {
      title: 'Thank you, {{ first_name | default: "and hello" }}',
      body: 'We answer within one working day, with two or three kilns that fit what you told us.\n\nA copy of this is on its way to {{ email | default: "you" }}.',
      summary: true,
    },
    wording: { back: 'Back', next: 'Go on', send: 'Send to Tarnfield' },
  })
  return setTranslations(setTranslations(form, 'de', FINDER_IN_GERMAN), 'ar', FINDER_IN_ARABIC)
}
