import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isNamedByContents, nameByContents } from './file_name'
import { FILE_SORT_NAMES, typesOf } from './file_sorts'
import { tidyFileName } from './files'

const TEXT = ['txt', 'csv']

describe('the name of a file', () => {
  it.each([
    ['notes.txt', 'notes.txt'],
    ['NOTES.TXT', 'NOTES.TXT'],
    ['table.csv', 'table.csv'],
    ['run.bat', 'run.bat.txt'],
    ['page.html', 'page.html.txt'],
    ['drawing.svg', 'drawing.svg.txt'],
    ['script.ps1', 'script.ps1.txt'],
    ['kiln', 'kiln.txt'],
    ['txt', 'txt.txt'],
    ['\u202etxt.tab', 'txt.tab.txt'],
    ['a\u2066b\u2069.txt', 'ab.txt'],
    ['\u200f', 'file.txt'],
  ])('%j with text in it is %j', (given, kept) => expect(nameByContents(given, TEXT)).toBe(kept))

  it('is left alone where it fits, and fits whatever it was', () => {
    const types = fc.constantFrom(...Object.entries(typesOf(FILE_SORT_NAMES)))
    fc.assert(
      fc.property(types, fc.string({ unit: 'grapheme' }), ([type, endings], given) => {
        const name = nameByContents(tidyFileName(given), endings)
        expect(isNamedByContents(name, type)).toBe(true)
        expect(nameByContents(name, endings)).toBe(name)
      }),
    )
  })

  it('fits only one of what is in it', () => {
    expect(isNamedByContents('setup.msi', 'application/x-cfb')).toBe(false)
    expect(isNamedByContents('letter.doc', 'application/x-cfb')).toBe(true)
    expect(isNamedByContents('kiln.png', 'image/jpeg')).toBe(false)
    expect(isNamedByContents('kiln.png', 'text/html')).toBe(false)
    expect(isNamedByContents('ki\u202eln.png', 'image/png')).toBe(false)
  })
})
