import { describe, expect, it } from 'vitest'
import { secondsToWait } from './deliver'
import { refusalsIn } from './refusals'
import { isOfOneMail, isPermanent, Permanent, refusesForGood } from './permanent'

describe('the wait before another attempt', () => {
  it('doubles each time, and never exceeds six hours', () => {
    const waits = [1, 2, 3, 4, 20].map((attempts) => secondsToWait(attempts, 5))
    expect(waits).toEqual([5, 10, 20, 40, 21_600])
  })
})

describe('a failure', () => {
  it('is permanent when a mail server or a program says so, and passing otherwise', () => {
    const reply = (responseCode: number) => Object.assign(new Error('x'), { responseCode })
    expect([reply(550), reply(554), new Permanent('x')].map(isPermanent)).toEqual([true, true, true])
    expect([reply(421), reply(451), new Error('x'), null].map(isPermanent)).toEqual([false, false, false, false])
    expect([reply(450), reply(451), reply(452)].map(isOfOneMail)).toEqual([true, true, true])
    expect([reply(421), reply(550), new Error('x'), null].map(isOfOneMail)).toEqual([false, false, false, false])
    expect([301, 400, 401, 404, 410, 422].filter((status) => !refusesForGood(status))).toEqual([])
    expect([200, 408, 425, 429, 500, 503].filter(refusesForGood)).toEqual([])
  })
})

describe('an address', () => {
  const rejected = (responseCode: number, response: string) => ({
    rejectedErrors: [{ recipient: 'ada@bellows.example', responseCode, response }],
  })
  it('is none where the mail server says so of the mailbox, and not of this mail (RFC 5321, 4.2.3; RFC 3463, 3)', () => {
    expect(refusalsIn(rejected(550, '550 5.1.1 No such\r\n user here'))).toEqual([
      { address: 'ada@bellows.example', reason: '550 5.1.1 No such user here' },
    ])
    expect([551, 553].map((code) => refusalsIn(rejected(code, 'x')).length)).toEqual([1, 1])
    const passing = [rejected(450, '450 busy'), rejected(552, '552 full'), rejected(550, '550 5.7.1 spam'), null, {}]
    expect(passing.flatMap(refusalsIn)).toEqual([])
  })
})
