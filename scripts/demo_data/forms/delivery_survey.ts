import { type Form, formSchema } from '@/core/form/definition'
import { emailQuestion, options } from './shared'

/** How did the delivery go? Asked of everybody whose kiln has come; whoever had trouble is called back. */
export const deliverySurvey = (): Form =>
  formSchema.parse({
    title: 'How did the delivery go?',
    look: { theme: 'night' },
    intro: 'Eight questions, two minutes. Your answers go to the people who load the lorry.',
    records: { request: { title: 'Delivery to {{ email }}', again: 'another' } },
    marks: { on: 'optional', symbol: 'optional', colour: 'text' },
    steps: [
      {
        name: 'the_delivery',
        title: 'The delivery',
        questions: [
          {
            kind: 'scale',
            name: 'ease',
            label: 'How easy was it to get the kiln into its place?',
            required: true,
            low: 'very hard',
            high: 'very easy',
          },
          {
            kind: 'rating',
            name: 'packing',
            label: 'How well was it packed?',
            required: true,
            symbol: 'pot',
          },
          {
            kind: 'several_choices',
            name: 'trouble',
            label: 'What went wrong?',
            required: true,
            other: 'Something else',
            shuffled: true,
            options: [
              { value: 'late', label: 'It came late', caption: 'More than two hours after the time we gave' },
              { value: 'damaged', label: 'Something was damaged', caption: 'The kiln, its lid or the shelves' },
              { value: 'parts_missing', label: 'Parts were missing' },
              { value: 'hard_to_reach', label: 'Nobody could be reached' },
              { value: 'nothing', label: 'Nothing', alone: true },
            ],
          },
          {
            kind: 'long_text',
            name: 'told',
            label: 'What happened?',
            placeholder: 'What was damaged or missing, and when you noticed',
            rows: 3,
            shownWhen: { value: 'trouble', is: 'excludes', to: ['nothing'] },
          },
        ],
      },
      {
        name: 'the_crew',
        title: 'The crew',
        questions: [
          {
            kind: 'rating',
            name: 'crew',
            label: 'How helpful was the crew?',
            points: 5,
            symbol: 'flame',
          },
          {
            kind: 'matrix',
            name: 'how_was',
            label: 'How were these?',
            rows: options('The time we gave', 'The way it was carried', 'What was explained'),
            options: options('As hoped', 'Could be better', 'Not good'),
          },
          {
            kind: 'single_choice',
            name: 'heard',
            label: 'How did you hear when it would come?',
            look: 'menu',
            other: 'In another way',
            options: options('By phone', 'By mail', 'Not at all'),
            width: 'half',
          },
          {
            kind: 'number',
            name: 'carried_by',
            label: 'How many people carried it?',
            minimum: 1,
            maximum: 12,
            step: 1,
            width: 'half',
          },
          emailQuestion('Your email'),
        ],
      },
    ],
    routing: {
      columns: ['trouble', 'ease'],
      rows: [
        {
          cells: { trouble: { is: 'includes', to: ['damaged', 'parts_missing'] } },
          desk: 'advice_line',
          message: 'trouble',
        },
        { cells: { ease: { is: 'at_most', to: 3 } }, desk: 'advice_line', message: 'trouble' },
      ],
      otherwise: { desk: 'home_studio_team', message: 'went_well' },
    },
    messages: [
      {
        name: 'trouble',
        title: 'Trouble with a delivery',
        to: 'desk',
        subject: 'Call back: {{ trouble }}',
        body: '{{ told | default: "Nothing more was told." }}\n\n{{ all_answers }}',
      },
      {
        name: 'went_well',
        title: 'Went well',
        to: 'desk',
        subject: 'A delivery went well: {{ ease }}',
        body: '{{ all_answers }}',
      },
    ],
    outcomes: [
      {
        name: 'mend',
        called: 'Something to mend',
        when: { value: 'trouble', is: 'includes', to: ['damaged', 'parts_missing'] },
        title: 'Thank you. Let us put it right: tell us which kiln it is.',
        body: 'We call you about what was damaged or missing.',
        goesTo: { to: 'form', form: 'service' },
      },
    ],
    outcome: { title: 'Thank you', body: 'We read every answer before the next lorry is loaded.' },
    wording: { back: 'Back', next: 'Next', send: 'Send' },
  })
