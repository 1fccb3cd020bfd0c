import { describe, expect, it } from 'vitest'
import { wordingsRead } from './localize'
import { choiceOf, emailQuestion, formOf } from '../testing/forms'
import { findTakenAway, tellTakenAway } from './taken_away'
import { setTranslations } from './translation_edits'

const then = formOf([choiceOf('clay', 'stone', 'porcelain'), emailQuestion], { languages: ['en', 'de'] })
const now = formOf([choiceOf('clay', 'stone', 'porcelain'), choiceOf('kiln', 'top', 'front'), emailQuestion], {
  languages: ['en', 'de', 'fr'],
  carried: [{ name: 'campaign', label: 'Campaign', fill: [{ from: 'link', parameter: 'c' }] }],
})

describe('what going back takes away', () => {
  it('is what has no place any more, languages, and translations in those that stay', () => {
    const key = wordingsRead(now).find(({ text }) => text === 'clay')?.key ?? ''
    const translated = setTranslations(now, 'de', { [key]: 'Ton', title: 'Ein Formular' })
    const away = findTakenAway(translated, setTranslations(then, 'de', { title: 'Ein Formular' }))
    expect(away.values).toEqual([
      { name: 'kiln', label: 'kiln' },
      { name: 'campaign', label: 'Campaign' },
    ])
    expect(away.languages).toEqual(['fr'])
    expect(away.translations).toEqual([{ language: 'de', n: 1 }])
    expect(findTakenAway(then, then)).toEqual({ values: [], languages: [], translations: [] })
    // What is only added takes nothing away.
    expect(findTakenAway(then, now)).toEqual({ values: [], languages: [], translations: [] })
  })

  it('is told with what there is of it by now', () => {
    const away = {
      values: [
        { name: 'kiln', label: 'Kiln' },
        { name: 'size', label: 'Size' },
        { name: 'note', label: 'Note' },
      ],
      languages: ['fr' as const],
      translations: [
        { language: 'de', n: 1 },
        { language: 'nl', n: 12 },
      ],
    }
    expect(tellTakenAway(away, { kiln: { sent: 12, unfinished: 3 }, size: { sent: 0, unfinished: 1 } })).toEqual([
      '“Kiln” would be no more: 12 sent an answer, which stays with what they sent; 3 unfinished entries, whose answers would have no place',
      '“Size” would be no more: 1 unfinished entry, whose answer would have no place',
      '“Note” would be no more: nobody has answered it',
      'It would be read in French no more',
      '1 translation in German would be gone',
      '12 translations in Dutch would be gone',
    ])
  })
})
