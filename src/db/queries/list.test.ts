import fc from 'fast-check'
import { sql } from 'kysely'
import { describe, expect, it } from 'vitest'
import { chooseSorting, momentKey, numberKey, readCursor, sortingsOf, textKey } from './list'

const id = '0190c1a2-0000-4000-8000-000000000001'
const cursor = (...parts: unknown[]) => Buffer.from(JSON.stringify(parts)).toString('base64url')

describe('a cursor', () => {
  it('is read as it was written', () => {
    const written = ['timestamptz', '2026-11-25 22:00:00.123456+00', id]
    expect(readCursor(cursor(...written))).toEqual({ type: written[0], key: written[1], id })
    expect(readCursor(cursor('text', 'Åse ', id))).toEqual({ type: 'text', key: 'Åse ', id })
    expect(readCursor(cursor('bigint', '-12', id))).toEqual({ type: 'bigint', key: '-12', id })
  })
  it('is none where the database could not read it', () => {
    const moments = ['0000-01-01 00:00:00+00', '2026-02-30 00:00:00+00', '2026-11-25', 'now', '99999-01-01 00:00:00+00']
    const wrong = [
      ...moments.map((key) => cursor('timestamptz', key, id)),
      cursor('bigint', '1e9', id),
      cursor('bigint', '9'.repeat(30), id),
      cursor('text', 'a\0b', id),
      cursor('text', 'x', 'no id'),
      cursor('constructor', 'x', id),
      cursor('text', 5, id),
      cursor('text'),
      'nonsense',
      '',
      null,
    ]
    expect(wrong.filter((text) => readCursor(text) !== null)).toEqual([])
    fc.assert(fc.property(fc.string(), (text) => readCursor(text) === null))
    fc.assert(fc.property(fc.json(), (json) => readCursor(Buffer.from(json).toString('base64url')) === null))
  })
})

describe('the sorting of a list', () => {
  const keys = { name: textKey(sql`name`), changed: momentKey(sql`at`), people: numberKey(sql`n`) }
  it('is what was asked for, or else the usual', () => {
    expect(chooseSorting(keys, 'name', '-changed')).toEqual({ key: keys.name, down: false })
    expect(chooseSorting(keys, '-people', '-changed')).toEqual({ key: keys.people, down: true })
    for (const wanted of [undefined, '', '-', 'gone', 'constructor', '--name'])
      expect(chooseSorting(keys, wanted, '-changed')).toEqual({ key: keys.changed, down: true })
  })
  it('can be any key, either way', () => {
    expect(sortingsOf(keys)).toEqual(['name', '-name', 'changed', '-changed', 'people', '-people'])
  })
})
