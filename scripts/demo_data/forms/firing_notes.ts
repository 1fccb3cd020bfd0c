import { type Form, formSchema } from '@/core/form/definition'
import { contactCarried, emailQuestion } from './shared'

/** Firing notes: the newsletter, as a strip on the company's pages. */
export const firingNotes = (site: string): Form =>
  formSchema.parse({
    title: 'Firing notes',
    pace: 'row',
    framedBy: [site],
    sentFrom: [site],
    look: { theme: 'workshop', changes: { button: 'solid', headingSize: 24, width: 52 } },
    intro: 'A letter on kilns, clays and glazes, once a month.',
    steps: [
      {
        name: 'where_to',
        title: 'Where to',
        questions: [
          emailQuestion('Your email'),
          {
            kind: 'consent',
            name: 'letter',
            label: 'Firing notes',
            hideLabel: true,
            required: true,
            wording: 'Send me Firing notes. Every letter says how to leave.',
          },
        ],
      },
    ],
    carried: contactCarried,
    joins: [{ list: 'firing_notes', consent: 'letter' }],
    outcome: { title: 'Thank you', body: 'Firing notes come in the first week of each month.' },
    wording: { send: 'Send me the letter' },
  })
