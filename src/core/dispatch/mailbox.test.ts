import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mailboxOf } from './mailbox'

describe('a mailbox', () => {
  it.each([
    [['ilka@brandt.example', 'ilka+kilns@brandt.example', 'Ilka+2+3@BRANDT.example'], 'ilka@brandt.example'],
    [['i.l.ka@gmail.com', 'ilka+x@gmail.com', 'ILKA@googlemail.com'], 'ilka@gmail.com'],
    [['ilka+x@outlook.com', 'ilka@outlook.com'], 'ilka@outlook.com'],
  ])('has many addresses: %j', (addresses, mailbox) => {
    expect(new Set(addresses.map(mailboxOf))).toEqual(new Set([mailbox]))
  })
  it('is told from another where dots are letters, and by its domain', () => {
    expect(mailboxOf('i.lka@brandt.example')).not.toBe(mailboxOf('ilka@brandt.example'))
    expect(mailboxOf('ilka@brandt.example')).not.toBe(mailboxOf('ilka@brandt.test'))
  })
  it('is what it was where it is folded again, and never empty', () => {
    fc.assert(
      fc.property(fc.oneof(fc.emailAddress(), fc.string(), fc.constantFrom('+x@a.example', '@', '')), (address) => {
        expect(mailboxOf(mailboxOf(address))).toBe(mailboxOf(address))
        if (address !== '') expect(mailboxOf(address)).not.toBe('')
      }),
    )
  })
})
