import { type Form, type FormInput, formSchema } from '@/core/form/definition'

const options = (...labels: string[]) =>
  labels.map((label) => ({
    value: label
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '_')
      .replace(/^_|_$/g, ''),
    label,
  }))

const contactCarried: NonNullable<FormInput['carried']> = [
  {
    name: 'campaign',
    label: 'Campaign tag',
    fill: [{ from: 'link', parameter: 'utm_campaign' }],
    lands: [{ field: 'last_campaign', ifFilled: 'replace' }],
  },
  { name: 'page_before', label: 'Page before', fill: [{ from: 'page_before' }] },
]

/** The finder: which kiln suits a studio. Routed by budget, supply and region. */
export function finder(variant: 'first' | 'longer' | 'shorter' | 'draft'): Form {
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
  return formSchema.parse({
    title: 'Which kiln suits your studio?',
    intro: 'Four short steps. We answer within one working day.',
    keepUnfinished: true,
    records: {
      company: true,
      deal: { title: 'Kiln for {{ studio | default: first_name }}', again: 'same' },
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
            look: 'buttons',
            options: options('Earthenware', 'Stoneware', 'Porcelain', 'Glass'),
            lands: [{ field: 'ware' }],
          },
          {
            kind: 'number',
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
            kind: 'number',
            name: 'people_sharing',
            label: 'How many people share the kiln?',
            required: true,
            minimum: 1,
            maximum: 60,
            step: 1,
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
            kind: 'number',
            name: 'budget',
            label: 'What would you like to spend?',
            help: variant === 'draft' ? 'Leave it empty if you are only looking round.' : '',
            minimum: 0,
            maximum: 500000,
            unit: 'crowns',
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
          {
            kind: 'email',
            name: 'email',
            label: 'Work email',
            required: true,
            fill: [{ from: 'record', field: 'email' }],
            lands: [{ field: 'email' }],
          },
          {
            kind: 'short_text',
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
        label: 'Referral code',
        fill: [{ from: 'link', parameter: 'ref' }],
        lands: [{ field: 'referred_by', ifFilled: 'keep' }],
      },
    ],
    joins: [{ list: 'firing_notes', consent: 'newsletter' }],
    routing: {
      columns: ['budget', 'supply', 'region'],
      rows: [
        { cells: { budget: { is: 'at_least', to: 20000 } }, desk: 'key_accounts', message: 'big_enquiry' },
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
        body: 'A budget of {{ budget | default: "unknown size" }} crowns.\n\n{{ all_answers }}',
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
    outcome: {
      title: 'Thank you, {{ first_name | default: "and hello" }}',
      body: 'We answer within one working day, with two or three kilns that fit what you told us.\n\nA copy of this is on its way to {{ email | default: "you" }}.',
    },
    wording: { back: 'Back', next: 'Go on', send: 'Send to Tarnfield' },
  })
}

/** Bring a studio: personal links, a greeting by name, and a referral code that travels along. */
export const bringAStudio = (): Form =>
  formSchema.parse({
    title: '{{ known_name | default: "Hello" }}, bring a studio along',
    intro:
      'Tell us of a studio that might like a kiln share. Your code {{ studio_code | default: "will be made for you" }} goes with it.',
    steps: [
      {
        name: 'you_and_them',
        title: 'You and them',
        questions: [
          {
            kind: 'short_text',
            name: 'first_name',
            label: 'Your first name',
            required: true,
            fill: [{ from: 'record', field: 'first_name' }],
            lands: [{ field: 'first_name', ifFilled: 'keep' }],
          },
          {
            kind: 'email',
            name: 'email',
            label: 'Your email',
            required: true,
            fill: [{ from: 'record', field: 'email' }],
            lands: [{ field: 'email' }],
          },
          {
            kind: 'short_text',
            name: 'their_studio',
            label: 'Which studio should we invite?',
            required: true,
          },
          {
            kind: 'long_text',
            name: 'why_them',
            label: 'Why would it suit them?',
            rows: 3,
          },
          {
            kind: 'consent',
            name: 'club',
            label: 'Glaze club',
            wording: 'Add me to the Glaze club. Tarnfield Kilns writes to members at most twice a month.',
          },
        ],
      },
    ],
    carried: [
      {
        name: 'known_name',
        label: 'Name for the greeting',
        fill: [{ from: 'record', field: 'first_name' }],
      },
      {
        name: 'studio_code',
        label: 'Referral code',
        fill: [{ from: 'record', field: 'referral_code' }],
        lands: [{ field: 'referral_code', ifFilled: 'keep', trustedOnly: true }],
      },
      ...contactCarried,
    ],
    joins: [{ list: 'glaze_club', consent: 'club' }],
    routing: { columns: [], rows: [], otherwise: { desk: 'home_studio_team', message: 'invitation' } },
    messages: [
      {
        name: 'invitation',
        title: 'Studio to invite',
        to: 'desk',
        subject: 'Invite {{ their_studio }}',
        body: '{{ first_name }} suggests {{ their_studio }}.\nReferral code: {{ studio_code | default: "none" }}\n\n{{ why_them | default: "No reason given." }}',
      },
      {
        name: 'thanks',
        title: 'Thanks',
        to: 'visitor',
        subject: 'Thank you for bringing {{ their_studio }}',
        body: 'Thank you, {{ first_name }}. We write to {{ their_studio }} this week.',
      },
    ],
    outcome: {
      title: 'Thank you, {{ first_name }}',
      body: 'We write to {{ their_studio }} this week and tell you how it goes.',
    },
  })

/** Open kiln day: who comes tells when, with how many and what they eat; who does not is asked what would help. */
export const openDay = (firstDay: string, lastDay: string): Form =>
  formSchema.parse({
    title: 'Open kiln day',
    intro: 'Two days, six kilns at work, and lunch in the yard.',
    steps: [
      {
        name: 'your_answer',
        title: 'Your answer',
        questions: [
          {
            kind: 'yes_no',
            name: 'coming',
            label: 'Are you coming?',
            required: true,
            yes: 'Yes, count me in',
            no: 'No, not this time',
          },
        ],
      },
      {
        name: 'your_day',
        title: 'Your day',
        shownWhen: { value: 'coming', is: 'equals', to: true },
        questions: [
          {
            kind: 'date',
            name: 'day',
            label: 'Which day suits you?',
            required: true,
            earliest: firstDay,
            latest: lastDay,
            lands: [{ field: 'open_day' }],
          },
          {
            kind: 'several_choices',
            name: 'firings',
            label: 'Which of these firings would you like to see?',
            required: true,
            most: 3,
            look: 'buttons',
            options: options('Raku', 'Salt', 'Crystal glaze', 'Glass fusing', 'Smoke'),
            lands: [{ field: 'interests' }],
          },
          { kind: 'number', name: 'guests', label: 'How many guests come with you?', minimum: 0, maximum: 8, step: 1 },
          {
            kind: 'single_choice',
            name: 'lunch',
            label: 'What would your guests like for lunch?',
            look: 'menu',
            options: options('Soup and bread', 'Vegan plate', 'Fish from the smoker'),
            shownWhen: {
              all: [
                { value: 'guests', is: 'at_least', to: 1 },
                {
                  any: [
                    { value: 'day', is: 'at_most', to: lastDay },
                    { value: 'firings', is: 'includes', to: ['smoke'] },
                  ],
                },
              ],
            },
          },
        ],
      },
      {
        name: 'next_time',
        title: 'Next time',
        shownWhen: { value: 'coming', is: 'equals', to: false },
        questions: [
          { kind: 'long_text', name: 'would_help', label: 'What would make it possible next time?', rows: 3 },
        ],
      },
      {
        name: 'about_you',
        title: 'About you',
        questions: [
          {
            kind: 'person_name',
            name: 'person',
            label: 'Your name',
            required: true,
            fill: [
              { from: 'record', field: 'first_name', part: 'first' },
              { from: 'record', field: 'last_name', part: 'last' },
            ],
            lands: [
              { field: 'first_name', part: 'first' },
              { field: 'last_name', part: 'last' },
            ],
          },
          {
            kind: 'email',
            name: 'email',
            label: 'Your email',
            required: true,
            fill: [{ from: 'record', field: 'email' }],
            lands: [{ field: 'email' }],
          },
        ],
      },
    ],
    carried: contactCarried,
    routing: {
      columns: ['coming', 'firings'],
      rows: [
        {
          cells: { coming: { is: 'equals', to: true }, firings: { is: 'includes', to: ['glass_fusing'] } },
          desk: 'key_accounts',
          message: 'a_guest',
        },
        { cells: { coming: { is: 'equals', to: true } }, desk: 'home_studio_team', message: 'a_guest' },
      ],
      otherwise: { desk: 'advice_line', message: 'not_coming' },
    },
    messages: [
      {
        name: 'a_guest',
        title: 'A guest',
        to: 'desk',
        subject: 'Open kiln day: {{ person.last | default: "a guest" }} on {{ day | default: "an untold day" }}',
        body: '{{ person }} comes with {{ guests | default: "no" }} guests and wants to see {{ firings | default: "anything" }}.\n\n{{ all_answers }}',
      },
      {
        name: 'not_coming',
        title: 'Not coming',
        to: 'desk',
        subject: 'Open kiln day: {{ person }} is not coming',
        body: '{{ would_help | default: "No reason given." }}\n\n{{ all_answers }}',
      },
      {
        name: 'see_you',
        title: 'See you',
        to: 'visitor',
        subject: 'See you on {{ day | default: "the day" }}, {{ person.first }}',
        body: 'Dear {{ person.first }},\n\nwe look forward to {{ day | default: "the day" }}. The yard opens at ten.\n\nTarnfield Kilns',
        when: { all: [{ value: 'coming', is: 'equals', to: true }, { none: [{ value: 'day', is: 'blank' }] }] },
      },
    ],
    outcome: {
      title: 'Thank you, {{ person.first }}',
      body: '{% if day %}See you on {{ day }}.{% else %}We will ask you again next year.{% endif %}',
    },
  })
