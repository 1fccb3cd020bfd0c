import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pressed } from './contrast'
import { themeCss } from './css'
import { FAMILIES, FAMILY_NAMES, weightIn } from './families'
import { lookSchema, sourceTheme, themeOf } from './look'
import { READY, READY_NAMES } from './ready'
import { changeTheme, type ThemeChanges, themeChangesSchema, themeSchema } from './theme'

const PICTURE = { id: '00000000-0000-4000-8000-000000000000', alt: '', width: 960, height: 640 }

describe('a theme', () => {
  it('comes with Lichen sound, and each of another family', () => {
    for (const name of READY_NAMES) expect(themeSchema.parse(READY[name].theme)).toEqual(READY[name].theme)
    expect(new Set(READY_NAMES.map((name) => READY[name].theme.family)).size).toBe(READY_NAMES.length)
    expect(FAMILY_NAMES.length).toBeGreaterThanOrEqual(8)
  })
  it('is refused where words would stand on a picture', () => {
    const over = themeSchema.safeParse({ ...READY.almanac.theme, picture: PICTURE })
    expect(over.error?.issues[0]).toMatchObject({ path: ['sheet'] })
  })
  it('is changed in part by a form, and is whole whatever was changed', () => {
    const change = fc.record(
      {
        size: fc.integer({ min: 14, max: 20 }),
        sheet: fc.constantFrom('bare', 'paper'),
        picture: fc.constantFrom(null, PICTURE),
        colours: fc.record({ accent: fc.constant('#123456'), groundTo: fc.constant(null) }, { requiredKeys: [] }),
        dark: fc.constantFrom(null, READY.clear.theme.dark),
      },
      { requiredKeys: [] },
    )
    fc.assert(
      fc.property(fc.constantFrom(...READY_NAMES), change, (name, given) => {
        const { theme } = READY[name]
        const changed = changeTheme(theme, themeChangesSchema.parse(given))
        expect(themeSchema.safeParse(changed).success).toBe(true)
        expect(changed.size).toBe(given.size ?? theme.size)
        expect(changed.colours.accent).toBe(given.colours?.accent ?? theme.colours.accent)
        expect(changed.colours.text).toBe(theme.colours.text)
        expect(changed.gap).toBe(theme.gap)
      }),
    )
  })
  it('of no known name is the plain one; one’s own comes before what comes with Lichen', () => {
    expect(sourceTheme('gone', null)).toBe(READY.plain.theme)
    expect(sourceTheme('night', null)).toBe(READY.night.theme)
    expect(sourceTheme('ours', READY.garden.theme)).toBe(READY.garden.theme)
    expect(themeOf(lookSchema.parse(undefined), null)).toEqual(READY.plain.theme)
  })
})

describe('a theme of before there was a choice', () => {
  it('goes on as it was: buttons sink, and what the keyboard is on has a ring', () => {
    const { press: _, focus: __, ...before } = READY.plain.theme
    expect(themeSchema.parse(before)).toEqual(READY.plain.theme)
    // What a form has otherwise than its theme says nothing of what it leaves as it is.
    expect(themeChangesSchema.parse({})).toEqual({})
  })
})

describe('the style sheet of a theme', () => {
  it('says what a button does, pointed at and pressed, and what is drawn around what the keyboard is on', () => {
    const of = (changes: ThemeChanges) => themeCss(changeTheme(READY.plain.theme, changes))
    const { accent } = READY.plain.theme.colours
    expect(of({ hover: 'still', press: 'still', focus: 'dashed' })).toMatch(
      new RegExp(`--accent-hover:${accent};--accent-pressed:var\\(--accent-hover\\).*--sink:0;--focus:3px dashed`),
    )
    expect(of({ hover: 'still', press: 'deepen' })).toMatch(
      new RegExp(`--accent-hover:${accent};--accent-pressed:${pressed(READY.plain.theme.colours)}.*--sink:0;`),
    )
    expect(of({ press: 'sink', focus: 'ring' })).toMatch(/--sink:2px;--focus:3px solid/)
  })
  it('is balanced, in dark where there is one, and has every variable a page is drawn with', () => {
    for (const name of READY_NAMES) {
      const { theme } = READY[name]
      const css = themeCss(theme)
      expect(css.split('{').length).toBe(css.split('}').length)
      expect(css.includes('prefers-color-scheme:dark')).toBe(theme.dark !== null)
      for (const variable of ['backdrop', 'sheet-fill', 'text', 'edge-block', 'edge-inline', 'field-fill', 'measure'])
        expect(css).toContain(`--${variable}:`)
    }
  })
  it('says of a question only what it has otherwise', () => {
    const css = themeCss(READY.plain.theme, { budget: { fields: 'underlined' }, email: {} })
    expect(css).toMatch(/\[data-question='budget'\]\{[^}]*--edge-inline:0/)
    expect(css).not.toContain('email')
    expect(/\[data-question='budget'\]\{([^}]*)\}/.exec(css)?.[1]).not.toContain('--label-weight')
  })
  it('asks no family for a weight that it does not have', () => {
    for (const name of FAMILY_NAMES) {
      const [least, most] = FAMILIES[name].weights
      expect(weightIn(name, 50)).toBe(least)
      expect(weightIn(name, 2000)).toBe(most)
      expect(weightIn(name, 400)).toBe(400)
    }
  })
})
