import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { breakLinks, leaveOutLinks } from './links'

describe('links in what strangers typed', () => {
  it.each([
    ['Win at https://prizes.example/now!', 'Win at …', 'Win at prizes . example / now!'],
    ['see www.prizes.example', 'see …', 'see www . prizes . example'],
    ['prizes.example/a?b=1', '…', 'prizes . example / a?b=1'],
    ['write to win@prizes.example', 'write to …', 'write to win @ prizes . example'],
    ['kilns.com', '…', 'kilns . com'],
    ['KILNS.CO.UK:8080', '…', 'KILNS . CO . UK : 8080'],
    ['日本。jp', '…', '日本 . jp'],
    ['http://1.2.3.4/x', '…', '1 . 2 . 3 . 4 / x'],
    ['\\\\prizes\\offers', '…', '\\ prizes \\ offers'],
    ['javascript://prizes', '…', 'prizes'],
    ['https://a.example https://b.example', '… …', 'a . example b . example'],
  ])('%s', (text, left, broken) => {
    expect(leaveOutLinks(text)).toBe(left)
    expect(breakLinks(text)).toBe(broken)
  })
  it.each(['Ilka Brandt', 'St.Ives, 3.5 m', 'Stoneware; 1 240 °C', 'Dr.Brandt', '12:30', 'and/or', '', '5.10.2026'])(
    'none are found in “%s”',
    (text) => {
      expect(leaveOutLinks(text)).toBe(text)
      expect(breakLinks(text)).toBe(text)
    },
  )
  it('are none any more, whatever stands around them and however often it is done', () => {
    const piece = fc.oneof(
      fc.webUrl(),
      fc.emailAddress(),
      fc.domain(),
      fc.constantFrom('//', 'www.', '@', 'http://', '.', 'com', ' ', '(', '\\\\', 'x', '。'),
      fc.string({ unit: 'grapheme', maxLength: 4 }),
    )
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 6 }), (pieces) => {
        const text = pieces.join('')
        for (const write of [leaveOutLinks, breakLinks]) {
          const written = write(text)
          expect(written).not.toMatch(/[a-z]:\/\/[^\s]|www\.[^\s]|[^\s<>"]@[^\s<>"]/i)
          expect(write(written)).toBe(written)
        }
      }),
    )
  })
})
