import { ENGLISH } from '../language/languages'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fileAddress, fileIdOf, fileNameOf, filesIn, tidyFileName, withoutFiles } from './files'
import { rules as file } from '../kinds/file'
import { rules as signature } from '../kinds/signature'

const id = (n: number) => `00000000-0000-4000-8000-00000000000${n}`
const at = (n: number, name = 'kiln.png') => fileAddress('https://forms.example', id(n), name)
const right = (answer: unknown) => ({ ok: true, answer })
const says = (code: string, told: object = {}) => ({ ok: false, problem: { code, ...told } })
const photos = { name: 'photos', sorts: ['pictures'] as const, megabytes: 10, most: 2 }

describe('a file’s address', () => {
  it('says what it is known by and what it was called, whatever that was', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 200 }), (given) => {
        const name = tidyFileName(given)
        const address = at(1, name)
        expect([fileIdOf(address), fileNameOf(address)]).toEqual([id(1), name])
        expect(new URL(address).href).toBe(address)
        expect(tidyFileName(name)).toBe(name)
      }),
    )
  })
  it('may hold the longest name there is, in any writing', () => {
    for (const letter of ['窯', '🔥', 'ü']) {
      const address = at(1, `${tidyFileName(`${letter.repeat(300)}.jpeg`)}.png`)
      expect([letter, fileIdOf(address)]).toEqual([letter, id(1)])
    }
  })
  it('has a name that a folder can hold, and keeps its ending', () => {
    expect(tidyFileName('C:\\photos\\kiln.jpg')).toBe('kiln.jpg')
    expect(tidyFileName('../../etc/passwd')).toBe('passwd')
    expect(tidyFileName('..')).toBe('file')
    expect(tidyFileName(' \u0000a"b.png ')).toBe('_a_b.png')
    const long = tidyFileName(`${'ü'.repeat(300)}.jpeg`)
    expect([[...long].length, long.endsWith('ü.jpeg')]).toEqual([100, true])
  })
  it('is found wherever it stands in some values, each once', () => {
    expect(
      filesIn({ a: [at(1), at(2)], b: { drawn: [at(3)], typed: 'x' }, c: 'words', d: at(1), e: null, f: 4 }),
    ).toEqual([id(1), id(2), id(3)])
  })
})

describe('values whose files were removed', () => {
  it('are the same without those, and blank where nothing else was', () => {
    const values = { photos: [at(1), at(2)], signed: { drawn: [at(3)] }, plan: [at(4)], wish: 'A kiln', chosen: ['a'] }
    expect(withoutFiles(values, (file) => file === id(1))).toEqual({
      photos: [at(1)],
      signed: { drawn: null },
      plan: null,
      wish: 'A kiln',
      chosen: ['a'],
    })
    expect(withoutFiles(values, () => true)).toEqual(values)
  })
})

describe('files', () => {
  it('are addresses, as a list or one a line', () => {
    expect(file.check([at(1), at(2)], photos as never)).toEqual(right([at(1), at(2)]))
    expect(file.check(`${at(1)}\n${at(1)}\n`, photos as never)).toEqual(right([at(1)]))
    for (const nothing of [null, '', [], ['']]) expect(file.check(nothing, photos as never)).toEqual(right(null))
    expect(file.show([at(1), at(2, 'Maß.pdf')] as never, photos as never, ENGLISH)).toBe('kiln.png, Maß.pdf')
  })
  it('are refused where they are none, too many, or not there yet', () => {
    expect(file.check('kiln.png', photos as never)).toEqual(says('file_again'))
    expect(file.check([{}], photos as never)).toEqual(says('file_again'))
    expect(file.check([at(1), at(2), at(3)], photos as never)).toMatchObject({ problem: { code: 'too_many', most: 2 } })
    expect(file.check(`${at(1)}\n_coming`, photos as never)).toEqual(says('file_coming'))
  })
  it('are where the server says they are, and none it does not know', () => {
    const fileAt = (one: string, question: string) =>
      one === id(1) && question === 'photos' ? at(1, 'real.png') : null
    expect(file.check([at(1)], photos as never, { fileAt })).toEqual(right([at(1, 'real.png')]))
    expect(file.check([at(2)], photos as never, { fileAt })).toEqual(says('file_lost', { name: 'kiln.png' }))
    expect(file.check([at(1)], { ...photos, name: 'other' } as never, { fileAt })).toMatchObject({ ok: false })
  })
})

describe('a signature', () => {
  const check = (raw: unknown) => signature.check(raw, { name: 'signed' } as never)
  it('is drawn or typed, and drawn where both', () => {
    expect(check({ typed: ' Ilka  ' })).toEqual(right({ typed: 'Ilka' }))
    expect(check({ drawn: at(1), typed: 'Ilka' })).toEqual(right({ drawn: [at(1)] }))
    for (const nothing of [null, '', { drawn: '', typed: ' ' }]) expect(check(nothing)).toEqual(right(null))
    expect(check({ drawn: [at(1), at(2)] })).toMatchObject({ ok: false })
    expect(signature.show({ drawn: [at(1)] } as never, {} as never, ENGLISH)).toBe('Signed by hand')
    expect(signature.show({ typed: 'Ilka' } as never, {} as never, ENGLISH)).toBe('Ilka')
  })
})
