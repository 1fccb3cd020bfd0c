import { ENGLISH } from '../language/languages'
import { describe, expect, it } from 'vitest'
import { manner as aboutMoney, rules as money } from './money'
import { rules as rating } from './rating'
import { rules as scale } from './scale'
import { manner as aboutSlider, rules as slider } from './slider'
import { rules as stepper } from './stepper'

const right = (answer: unknown) => ({ ok: true, answer })

describe('money', () => {
  const euros = { currency: 'EUR', minimum: 0, maximum: 20_000, whole: true }
  const typed = (text: string) => money.check(money.readBox?.(text, ENGLISH), euros)
  it.each(['1200', '1,200', '1 200', '1\u202f200', '1’200', "1'200", '1200.0'])('reads %s as 1200', (text) =>
    expect(typed(text)).toEqual(right(1200)),
  )
  it.each(['1,2,00', '12 00', '€1200', '1 200 000 0'])('does not guess what %s means', (text) =>
    expect(typed(text)).toMatchObject({ ok: false, problem: { code: 'not_number' } }),
  )
  it('is as fine as its currency, or whole', () => {
    expect(money.check('12.50', euros)).toMatchObject({ ok: false, problem: { code: 'off_step', step: 1 } })
    expect(money.check('12.50', { ...euros, whole: false })).toEqual(right(12.5))
    expect(money.check('12.505', { ...euros, whole: false })).toMatchObject({ problem: { step: 0.01 } })
    // ISO 4217: the yen has no minor unit, the dinar of Kuwait three digits of it.
    expect(money.check('12.5', { ...euros, currency: 'JPY', whole: false })).toMatchObject({ problem: { step: 1 } })
    expect(money.check('1.125', { ...euros, currency: 'KWD', whole: false })).toEqual(right(1.125))
  })
  it('is shown in its currency', () => {
    expect(money.show(1200, euros, ENGLISH)).toBe('€1,200')
    expect(money.show(12.5, euros, ENGLISH)).toBe('€12.50')
    expect(aboutMoney.must(euros)).toBe('€0–€20,000')
  })
})

describe('a rating and a scale', () => {
  it('are whole numbers between their ends', () => {
    expect(rating.check('5', { points: 5 })).toEqual(right(5))
    expect(rating.check('6', { points: 5 })).toMatchObject({ problem: { code: 'too_large', most: 5 } })
    expect(rating.check('0', { points: 5 })).toMatchObject({ problem: { code: 'too_small', least: 1 } })
    const ends = { from: 0, to: 10, low: 'Never', high: 'Always' }
    expect(scale.check('0', ends)).toEqual(right(0))
    expect(scale.check('7.5', ends)).toMatchObject({ problem: { code: 'off_step', step: 1 } })
    expect([rating.show(4, { points: 5 }, ENGLISH), scale.show(8, ends, ENGLISH)]).toEqual(['4 of 5', '8 of 10'])
  })
})

describe('a slider', () => {
  const peak = { minimum: 1000, maximum: 1320, step: 20, unit: '°C' }
  it('stops where its steps are', () => {
    expect(slider.check('1240', peak)).toEqual(right(1240))
    expect(slider.check('1250', peak)).toMatchObject({ problem: { code: 'off_step', step: 20 } })
    expect(slider.show(1240, peak, ENGLISH)).toBe('1240 °C')
  })
  it('says when there is nothing to slide to, and when there is too much', () => {
    expect(aboutSlider.faults?.(peak)).toEqual([])
    expect(aboutSlider.faults?.({ ...peak, step: 500 })).toHaveLength(1)
    expect(aboutSlider.faults?.({ ...peak, minimum: 0, maximum: 5000, step: 1 })?.[0]).toContain('5001 stops')
  })
})

describe('a unit', () => {
  it('is called otherwise of one, where that is said', () => {
    const people = { minimum: 0, maximum: 9, step: 1, unit: 'people', unitOfOne: 'person' }
    expect([0, 1, 2].map((n) => stepper.show(n, people, ENGLISH))).toEqual(['0 people', '1 person', '2 people'])
    expect(stepper.show(1, { ...people, unitOfOne: '' }, ENGLISH)).toBe('1 people')
    expect(stepper.show(1, { ...people, unit: '', unitOfOne: '' }, ENGLISH)).toBe('1')
  })
})
