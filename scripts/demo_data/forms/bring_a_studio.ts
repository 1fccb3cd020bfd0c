import { type Form, formSchema } from '@/core/form/definition'
import { contactCarried, emailQuestion } from './shared'

/** Bring a studio: personal links, a greeting by name, and a referral code that travels along. */
export const bringAStudio = (): Form =>
  formSchema.parse({
    title: '{{ known_name | default: "Hello" }}, bring a studio along',
    look: {
      theme: 'garden',
      standing: {
        place: 'beside',
        heading: 'What they get',
        text: 'A first firing on us, and an hour with somebody who has fired for years.\n\nWhat you get: a jar of glaze for every studio that comes.',
      },
    },
    intro:
      'Tell us of a studio that might like a kiln share with {{ house | default: "yours" }}. Your code {{ studio_code | default: "will be made for you" }} goes with it.',
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
          emailQuestion('Your email'),
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
        fill: [{ from: 'referral_code' }],
      },
      {
        name: 'house',
        label: 'Their own studio',
        fill: [{ from: 'record', record: 'company', field: 'name' }],
      },
      { name: 'in_the_club', label: 'In the Glaze club', fill: [{ from: 'list', list: 'glaze_club' }] },
      { name: 'invitation_code', label: 'Code of the invitation', fill: [{ from: 'random_code', length: 8 }] },
      ...contactCarried,
    ],
    tries: [
      {
        name: 'a_member',
        called: 'A member of the club',
        language: 'en-GB',
        stored: [
          { record: 'contact', field: 'first_name', value: 'Runa' },
          { record: 'contact', field: 'email', value: 'runa@alder-school.example' },
          { record: 'company', field: 'name', value: 'Alder School' },
        ],
        lists: ['glaze_club'],
      },
      {
        name: 'from_the_letter',
        called: 'From the autumn letter, on a phone',
        link: 'utm_source=autumn-letter&utm_medium=email&utm_campaign=autumn-firing',
        language: 'sv-SE',
        zone: 'Europe/Stockholm',
        screen: 'phone',
        country: 'SE',
      },
    ],
    remembers: true,
    joins: [{ list: 'glaze_club', consent: 'club' }],
    routing: { columns: [], rows: [], otherwise: { desk: 'home_studio_team', message: 'invitation' } },
    messages: [
      {
        name: 'invitation',
        title: 'Studio to invite',
        to: 'desk',
        subject: 'Invite {{ their_studio }}',
        body: '{{ first_name }} suggests {{ their_studio }}.\nReferral code: {{ studio_code | default: "none" }}\nCode of the invitation: {{ invitation_code | default: "none" }}\nIn the Glaze club: {{ in_the_club | default: "not known" }}\n\n{{ why_them | default: "No reason given." }}',
      },
      {
        name: 'thanks',
        title: 'Thanks',
        to: 'visitor',
        subject: 'Thank you for bringing {{ their_studio }}',
        body: 'Thank you, {{ first_name }}. We write to {{ their_studio }} this week.\n\nYour referral code is {{ studio_code | default: "still to come" }}. Whoever gives it in our kiln finder was brought along by you.',
      },
    ],
    outcome: {
      title: 'Thank you, {{ first_name }}',
      body: 'We write to {{ their_studio }} this week and tell you how it goes.',
    },
  })
