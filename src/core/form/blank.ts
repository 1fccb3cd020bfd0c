import { type Form, formSchema } from './definition'

/** A form to start with: one email question that lands, and one message that says what came in. */
export function blankForm(title: string): Form {
  return formSchema.parse({
    title,
    steps: [
      {
        name: 'step_1',
        title: 'Your details',
        questions: [
          {
            kind: 'email',
            name: 'email',
            label: 'Email',
            required: true,
            lands: [{ field: 'email' }],
          },
        ],
      },
    ],
    messages: [
      {
        name: 'notice',
        title: 'Notice',
        to: 'desk',
        subject: '{{ form_title }}: a new submission',
        body: '{{ all_answers }}',
      },
    ],
  })
}
