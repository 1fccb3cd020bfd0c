import Color from 'colorjs.io'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Colour, contrast, lightnessOf, luminanceOf, withLightness } from './colour'
import { contrastsIn, faintColours, nearestPassing } from './contrast'
import { darken } from './darken'
import { READY, READY_NAMES } from './ready'

const anyColour: fc.Arbitrary<Colour> = fc
  .tuple(...[0, 1, 2].map(() => fc.integer({ min: 0, max: 255 })))
  .map((channels) => `#${channels.map((channel) => channel.toString(16).padStart(2, '0')).join('')}`)

/** WCAG rounds the shares of red, green and blue to four digits and colorjs.io does not: that much they may differ. */
const ROUNDING = 0.001

describe('contrast, by colorjs.io (WCAG 2.1 and 2.2 have one formula)', () => {
  it('is the same of any two colours', () => {
    fc.assert(
      fc.property(anyColour, anyColour, (one, other) => {
        expect(Math.abs(contrast(one, other) / new Color(one).contrast(other, 'WCAG21') - 1)).toBeLessThan(ROUNDING)
        expect(luminanceOf(one)).toBeCloseTo(new Color(one).luminance, 3)
      }),
    )
  })
  it('has the same lightness (OKLab) of any colour', () => {
    fc.assert(
      fc.property(anyColour, (one) => {
        expect(lightnessOf(one)).toBeCloseTo(new Color(one).oklab[0] ?? NaN, 4)
      }),
    )
  })
  it('keeps the hue of a colour that is made lighter or darker', () => {
    fc.assert(
      fc.property(anyColour, fc.double({ min: 0.25, max: 0.9, noNaN: true }), (colour, lightness) => {
        const [before, after] = [new Color(colour).oklch, new Color(withLightness(colour, lightness)).oklch]
        expect(after[0]).toBeCloseTo(lightness, 1)
        // Where there is next to no colour left, its hue is that of rounding.
        if ((before[1] ?? 0) < 0.04 || (after[1] ?? 0) < 0.04) return
        const apart = Math.abs((before[2] ?? 0) - (after[2] ?? 0)) % 360
        expect(Math.min(apart, 360 - apart)).toBeLessThan(6)
      }),
    )
  })
})

describe('the nearest colour that passes', () => {
  const grounds = fc.array(fc.record({ colour: anyColour, least: fc.constantFrom(3, 4.5) }), {
    minLength: 1,
    maxLength: 3,
  })
  it('passes, by colorjs.io, wherever it is said to', () => {
    fc.assert(
      fc.property(anyColour, grounds, (colour, all) => {
        const nearest = nearestPassing(colour, all)
        if (nearest === null) {
          for (const end of ['#000000', '#ffffff'])
            expect(all.some((one) => new Color(end).contrast(one.colour, 'WCAG21') < one.least * (1 + ROUNDING))).toBe(
              true,
            )
          return
        }
        for (const one of all)
          expect(new Color(nearest).contrast(one.colour, 'WCAG21')).toBeGreaterThan(one.least * (1 - ROUNDING))
      }),
    )
  })
  it('is the colour itself where that passes, and else no further away than it must be', () => {
    expect(nearestPassing('#21251d', [{ colour: '#ffffff', least: 4.5 }])).toBe('#21251d')
    fc.assert(
      fc.property(anyColour, anyColour, (colour, ground) => {
        const all = [{ colour: ground, least: 4.5 }]
        const nearest = nearestPassing(colour, all)
        if (nearest === null || nearest === colour) return
        const away = Math.abs(lightnessOf(nearest) - lightnessOf(colour))
        const nearer = [-1, 1].map((way) => withLightness(colour, lightnessOf(colour) + way * (away - 0.02)))
        if (away > 0.04) for (const one of nearer) expect(contrast(one, ground)).toBeLessThan(4.7)
      }),
    )
  })
  it('is none where two grounds want opposite things', () => {
    const grey = { colour: '#777777', least: 4.5 }
    expect(
      nearestPassing('#888888', [grey, { colour: '#ffffff', least: 4.5 }, { colour: '#000000', least: 4.5 }]),
    ).toBe(null)
  })
})

describe('every theme that comes with Lichen', () => {
  for (const name of READY_NAMES) {
    const { theme } = READY[name]
    it(`${name} can be read, in light and in dark, by colorjs.io`, () => {
      for (const colours of [theme.colours, theme.dark ?? darken(theme)]) {
        expect(faintColours(theme, colours)).toEqual([])
        expect(contrastsIn(theme, colours).length).toBeGreaterThan(8)
        expect(new Color(colours.text).contrast(colours.field, 'WCAG21')).toBeGreaterThan(4.5)
        expect(new Color(colours.onAccent).contrast(colours.accent, 'WCAG21')).toBeGreaterThan(4.5)
      }
    })
  }
  it('says which colour is too faint, on what, and what would do', () => {
    const { theme } = READY.plain
    const [soft] = faintColours(theme, { ...theme.colours, soft: '#a0a0a0' })
    expect(soft).toMatchObject({ colour: 'soft', worst: { on: 'what is chosen', least: 4.5 } })
    expect(contrast(soft?.nearest ?? '#ffffff', theme.colours.lit)).toBeGreaterThanOrEqual(4.5)
  })
})
