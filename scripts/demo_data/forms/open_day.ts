import { type Form, formSchema } from '@/core/form/definition'
import { contactCarried, emailQuestion, nameQuestion, options } from './shared'

/** Open kiln day: who comes tells when, with how many and what they eat; who does not is asked what would help. */
export const openDay = (firstDay: string, lastDay: string): Form =>
  formSchema.parse({
    title: 'Open kiln day',
    pace: 'one',
    look: { theme: 'workshop' },
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
            kind: 'single_choice',
            name: 'arrival',
            label: 'When will you come?',
            look: 'buttons',
            options: [
              { value: 'ten', label: '10:00', caption: 'The first kiln is opened' },
              { value: 'noon', label: '12:30', caption: 'Lunch in the yard' },
              { value: 'three', label: '15:00', caption: 'The last firing of the day' },
            ],
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
          { kind: 'stepper', name: 'guests', label: 'How many guests come with you?', minimum: 0, maximum: 8 },
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
        questions: [nameQuestion('Your name'), emailQuestion('Your email')],
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
