import { describe, expect, it } from 'vitest'
import { ENGLISH, speak } from '../language/languages'
import { emailQuestion, formOf, snapshotOf } from '../testing/forms'
import { writeMessages } from './messages'
import type { Routed } from './route'

const form = formOf([{ kind: 'number', name: 'size', label: 'Size' }, emailQuestion], {
  title: 'Kiln finder',
  messages: [
    { name: 'big', title: 'Big kiln', to: 'desk', subject: 'Big', body: 'A big one' },
    { name: 'notice', title: 'Notice', to: 'desk', subject: 'New', body: 'Of {{ size }}' },
    { name: 'thanks', title: 'Thanks', to: 'visitor', subject: 'Thank you', body: '{{ size }} it is' },
    {
      name: 'offer',
      title: 'Offer',
      to: 'visitor',
      subject: 'An offer',
      body: 'For you',
      when: { value: 'size', is: 'at_least', to: 2000 },
    },
    { name: 'broken', title: 'Broken', to: 'desk', subject: 'x', body: '{% for n in (1..100000000) %}x{% endfor %}' },
  ],
})
const snapshot = snapshotOf()
const to = (message: string | null, addresses = ['north@tarnfield.example']): Routed => ({
  row: 1,
  desk: { name: 'north', title: 'North desk', addresses },
  message,
  because: 'Row 1',
})
const write = (routed: Routed[], size: number | null, email: string | null, speech = ENGLISH) =>
  writeMessages(
    form,
    { form, speech },
    { size, email },
    routed,
    { email, isProven: false, isAsked: false },
    { submission: null },
    snapshot,
  )
const MAIL = 'ilka@studio.example'

describe('messages', () => {
  it('are the desk’s one that the row names, from the workspace, to be answered to the visitor', () => {
    expect(write([to('notice')], 5, MAIL).messages[0]).toEqual({
      message: 'notice',
      desk: { name: 'north', title: 'North desk' },
      title: 'Notice',
      audience: 'desk',
      to: ['north@tarnfield.example'],
      from: { name: 'Tarnfield Kilns', address: 'forms@tarnfield.example' },
      replyTo: MAIL,
      subject: 'New',
      text: 'Of 5',
      because: 'Row 1',
    })
  })
  it('are a plain copy where the row names none, none that is there, or one that is for visitors', () => {
    for (const name of [null, 'gone', 'thanks'])
      expect(write([to(name)], 5, null).messages).toMatchObject([
        { message: 'plain', title: 'Plain copy', subject: 'Kiln finder: a new submission', text: 'Size: 5' },
      ])
  })
  it('are a plain copy as well where the desk’s own cannot be written, and it is said', () => {
    const { messages, unsent } = write([to('broken'), to('notice')], 5, null)
    expect(messages.map(({ message }) => message)).toEqual(['plain', 'notice'])
    expect(unsent).toEqual([expect.stringMatching(/^“Broken” could not be written: ./)])
  })
  it('go to no desk without an address, and it is said', () => {
    expect(write([to('notice', [])], 5, null)).toEqual({ messages: [], unsent: ['Nobody is told: Row 1'] })
  })
  it('go to a visitor whose address is known, each as its condition says, and why is said', () => {
    const sent = (size: number, email: string | null) =>
      write([], size, email).messages.map(({ message, to, because, replyTo, desk }) => ({
        message,
        to,
        because,
        replyTo,
        desk,
      }))
    const thanks = { message: 'thanks', to: [MAIL], because: 'Always sent to the visitor', replyTo: null, desk: null }
    expect(sent(5, MAIL)).toEqual([thanks])
    expect(sent(2000, MAIL)).toEqual([
      thanks,
      { ...thanks, message: 'offer', because: 'Sent to the visitor when Size is at least 2000' },
    ])
    expect(sent(2000, null)).toEqual([])
  })
  it('tell numbers to each reader in their own language', () => {
    const [desk, visitor] = write([to('notice')], 12_345, MAIL, speak('de')).messages
    expect([desk?.text, visitor?.text]).toEqual(['Of 12,345', '12.345 it is'])
  })
  it('turn nothing around, whichever way an answer runs, and compare it as it is', () => {
    const asks = formOf([{ kind: 'short_text', name: 'name', label: 'Name' }, emailQuestion], {
      messages: [
        {
          name: 'notice',
          title: 'Notice',
          to: 'desk',
          subject: '{{ name | default: "Somebody" }} asks',
          body: '{% if name == "שרה" %}Sara: {% endif %}{{ name }}, 3 times\n{{ all_answers }}',
        },
      ],
    })
    const told = (name: string) =>
      writeMessages(
        asks,
        { form: asks, speech: ENGLISH },
        { name },
        [to('notice')],
        { email: null, isProven: false, isAsked: false },
        { submission: null },
        snapshot,
      ).messages[0]
    expect(told('שרה')).toMatchObject({
      subject: '\u2068שרה\u2069 asks',
      text: 'Sara: \u2068שרה\u2069, 3 times\n\u2068Name: שרה\u2069',
    })
    expect(told('\u202egnp.Sara')).toMatchObject({ subject: 'gnp.Sara asks' })
    expect(told('Sara')).toMatchObject({ subject: 'Sara asks', text: 'Sara, 3 times\nName: Sara' })
  })
})
