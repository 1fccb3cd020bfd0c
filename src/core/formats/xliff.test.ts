import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { xliff2js } from 'xliff'
import { everyCharacter } from '../testing/every_character'
import { asXmlText } from './text'
import { writeXliff } from './xliff'

/** XLIFF 2.1 (OASIS), read back by a parser that is not ours (npm xliff). */

/** Text that XML can hold, and that a parser gives back as it was. */
const text = fc
  .string({ unit: 'grapheme', minLength: 1 })
  // oxlint-disable-next-line no-control-regex
  .map((one) => one.replace(/[\u0000-\u001f\u007f-\u009f\ufffe\uffff]/g, '').trim())
  .filter((one) => one !== '')

describe('translations as XLIFF', () => {
  it('are read by another program as they were written', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.record({ source: text, target: text }), { minLength: 1, maxLength: 6 }),
        async (texts) => {
          const units = texts.map((one, index) => ({ key: `questions.q${index}.label`, ...one, older: false }))
          const { sourceLanguage, targetLanguage, resources } = await xliff2js(writeXliff('a form', 'en', 'de', units))
          expect([sourceLanguage, targetLanguage]).toEqual(['en', 'de'])
          const [file = {}] = Object.values(resources)
          expect(Object.values(file).map(({ source, target }) => ({ source, target }))).toEqual(texts)
        },
      ),
    )
  })
  it('leave out what is not there, and say that it is still to do', () => {
    const document = writeXliff('f', 'en', 'ar', [
      { key: 'title', source: 'A & B', target: '', older: false },
      { key: 'intro', source: '<b>', target: 'ب', older: true },
      { key: 'outcome.title', source: 'C', target: 'ج', older: false },
    ])
    expect(document.match(/state="\w+"/g)).toEqual(['state="initial"', 'state="initial"', 'state="translated"'])
    expect(document.match(/<target/g)).toHaveLength(2)
    expect(document).toContain('A &amp; B')
    expect(document).toContain('version="2.1" srcLang="en" trgLang="ar"')
  })
  it('hold every character that is let in, but for what XML cannot hold', async () => {
    const texts = everyCharacter()
    const units = texts.map((text, index) => ({ key: `q${index}`, source: text, target: text, older: false }))
    const { resources } = await xliff2js(writeXliff('a form', 'en', 'de', units))
    const [file = {}] = Object.values(resources)
    // As every parser of XML reads the ends of lines (XML 1.0, 2.11); a return that was escaped stays one.
    const read = Object.values(file).map(({ source }) => source)
    expect(read).toEqual(texts.map(asXmlText))
  })
  it('have nothing in them that XML cannot hold', () => {
    const document = writeXliff('f', 'en', 'de', [
      { key: 'k', source: 'a\u0000b\ud800c', target: 'x\u000b', older: false },
    ])
    expect(document).toContain('>abc<')
    expect(document).toContain('>x<')
  })
})
