import { describe, expect, it } from 'vitest'
import { LANGUAGES, speak } from '../language/languages'
import type { ListInfo } from '../records/record'
import { askToConfirm, findUnfitText, tellAsked, tellConfirmed } from './ask_to_confirm'

const notes: ListInfo = { name: 'notes', title: 'Firing notes', confirm: {} }
const club: ListInfo = {
  name: 'club',
  title: 'Club {{ from }}',
  confirm: {
    de: { subject: 'Zu {{ lists }}?', body: '{{ from }} fragt {{ address }}.', page: 'Ja?', thanks: 'Willkommen' },
  },
}
const asking = (lists: ListInfo[], tag = 'en') => ({
  lists,
  email: 'ada@bellows.example',
  from: { name: 'Tarnfield Kilns', mailDomain: 'tarnfield.example' },
  speech: speak(tag),
})

describe('the mail that asks to confirm', () => {
  it('says who asks for what, in ours or in the words of the first list that has any in that language', () => {
    expect(askToConfirm(asking([notes, club]), 'why')).toMatchObject({
      to: ['ada@bellows.example'],
      audience: 'visitor',
      from: { name: 'Tarnfield Kilns', address: 'forms@tarnfield.example' },
      // What a list is called is told as it is, and never read as a template.
      subject: 'Please confirm: Firing notes, Club {{ from }}',
      join: 'Confirm it here:',
    })
    expect(askToConfirm(asking([notes, club], 'de'), 'why')).toMatchObject({
      subject: 'Zu Firing notes, Club {{ from }}?',
      text: 'Tarnfield Kilns fragt ada@bellows.example.',
    })
    expect([tellAsked(asking([club], 'de')), tellConfirmed(asking([club], 'de'))]).toEqual(['Ja?', 'Willkommen'])
    expect(tellAsked(asking([notes]))).toBe('With your address, this was agreed to at Tarnfield Kilns:')
    expect(tellConfirmed(asking([notes]))).toBe('You are on it now: Firing notes.')
  })

  it('is written in every language, whatever a list is called', () => {
    for (const { tag } of LANGUAGES) {
      const { subject, text } = askToConfirm(asking([notes], tag), 'why')
      expect([subject.includes('Firing notes'), text.includes('Firing notes')]).toEqual([true, true])
    }
  })

  it('falls back to ours where a text cannot be written', () => {
    const broken = {
      ...notes,
      confirm: { en: { subject: '{{ lists', body: '{{ lists', page: '{{ lists', thanks: '{{ lists' } },
    }
    expect(askToConfirm(asking([broken]), 'why').subject).toBe('Please confirm: Firing notes')
    expect(tellConfirmed(asking([broken]))).toBe('You are on it now: Firing notes.')
  })

  it('can tell of nothing that somebody typed', () => {
    expect(['', 'Hello', 'For {{ address }}: {{ lists }} of {{ from }}'].map(findUnfitText)).toEqual([null, null, null])
    expect(findUnfitText('{{ first_name }}')).toContain('no “first_name”')
    expect(findUnfitText('{{ lists')).toContain('cannot be read')
  })
})
