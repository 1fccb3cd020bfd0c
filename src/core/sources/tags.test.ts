import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addressWithTags, findUnplanned, LONGEST_TAG, NO_TAGS, parametersOf, readTags, tidyTag } from './tags'
import { tellSource } from './source'

const planned = { source: ['glaze-club', 'ring'], medium: ['email', 'print'], campaign: [] }

describe('tags by house rules', () => {
  it('are in small letters, with hyphens between words, however often they are tidied', () => {
    expect(tidyTag('  Autumn  Firing ')).toBe('autumn-firing')
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 300 }), (text) => {
        const tidy = tidyTag(text)
        expect(tidyTag(tidy)).toBe(tidy)
        expect([...tidy].length).toBeLessThanOrEqual(LONGEST_TAG)
      }),
    )
  })

  it('are told where none is planned, with the one that is meant', () => {
    expect(findUnplanned({ source: 'ring', medium: 'email', campaign: 'any' }, planned)).toEqual([])
    expect(findUnplanned({ source: 'glazeclub', medium: 'emial', campaign: '' }, planned)).toEqual([
      { sort: 'source', tag: 'glazeclub', closest: 'glaze-club' },
      { sort: 'medium', tag: 'emial', closest: 'email' },
    ])
    expect(findUnplanned({ source: 'fair', medium: '', campaign: '' }, planned)).toEqual([
      { sort: 'source', tag: 'fair', closest: null },
    ])
    expect(findUnplanned({ source: 'fair', medium: 'x', campaign: 'y' }, NO_TAGS)).toEqual([])
  })

  it('stand in an address so that the visit is told by them, whatever they are', () => {
    expect(
      addressWithTags('https://lichen.example/f/ask?lang=de', { source: 'ring', medium: '', campaign: 'a b' }),
    ).toBe('https://lichen.example/f/ask?lang=de&utm_source=ring&utm_campaign=a+b')
    const tag = fc.string({ maxLength: 40 }).map(tidyTag)
    fc.assert(
      fc.property(fc.record({ source: tag, medium: tag, campaign: tag }), (tags) => {
        const { searchParams } = new URL(addressWithTags('https://lichen.example/f/ask', tags))
        expect(Object.fromEntries(searchParams)).toEqual(parametersOf(tags))
        expect(tellSource(Object.fromEntries(searchParams), null)).toEqual(tellSource(parametersOf(tags), null))
      }),
    )
  })

  it('are read from a table with a column for each sort, tidied, each once', () => {
    expect(
      readTags([
        ['UTM_Medium', 'Note', 'Source'],
        ['Email', 'ours', 'Glaze Club'],
        ['email', '', ''],
        ['', 'nothing', ''],
        ['', '', ''],
        ['Print'],
      ]),
    ).toEqual({
      planned: { source: ['glaze-club'], medium: ['email', 'print'], campaign: [] },
      wrong: [{ line: 4, says: 'No tag in it' }],
    })
    expect(readTags([['a', 'b']]).wrong).toEqual([{ line: 1, says: 'No column is called source, medium or campaign' }])
    expect(readTags([]).planned).toEqual(NO_TAGS)
  })
})
