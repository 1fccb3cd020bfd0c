import { type Colour, contrast, lightnessOf, mix, withLightness } from './colour'
import { type ColourName, COLOUR_NAMES, type Colours, hasSheet, type Theme } from './theme'

/** Least ratios of WCAG 2.2: 1.4.3 for text, 1.4.11 for what shows where a control is. */
const TEXT = 4.5
const EDGE = 3

/** What a colour stands on, and how much it must differ from it. */
interface Ground {
  on: string
  colour: Colour
  least: number
}

export interface Contrast {
  colour: ColourName
  on: string
  /** From 1 to 21. */
  ratio: number
  least: number
}

/** A colour that is too close to what it stands on, and the nearest of its hue that is not. */
export interface Faint {
  colour: ColourName
  /** The worst of its pairs. */
  worst: Contrast
  /** `null` where no lightness of it would do on all it stands on. */
  nearest: Colour | null
}

/** The colour of a button under the pointer: a little further from its words, so that they are read no worse. */
export const pressed = ({ accent, onAccent }: Colours): Colour =>
  mix(accent, lightnessOf(onAccent) > lightnessOf(accent) ? '#000000' : '#ffffff', 0.16)

/** The ground of what is said to be wrong. */
export const faultGround = (colours: Colours, sheet: Colour): Colour => mix(sheet, colours.fault, 0.07)

/** What is behind the questions: the sheet, or the ground where there is none. */
export const behindQuestions = (theme: Pick<Theme, 'sheet'>, colours: Colours): Colour[] => {
  if (hasSheet(theme)) return [colours.sheet]
  return colours.groundTo ? [colours.ground, colours.groundTo] : [colours.ground]
}

function groundsOf(theme: Theme, colours: Colours): Partial<Record<ColourName, Ground[]>> {
  const on = (words: string, least: number, ...all: Colour[]): Ground[] =>
    all.map((colour) => ({ on: words, colour, least }))
  const behind = behindQuestions(theme, colours)
  const where = hasSheet(theme) ? 'the sheet' : 'the ground'
  const fields = theme.fields === 'underlined' ? [] : on('a field', TEXT, colours.field)
  const lit = on('what is chosen', TEXT, colours.lit)
  return {
    text: [...on(where, TEXT, ...behind), ...fields, ...lit],
    soft: [...on(where, TEXT, ...behind), ...lit],
    accent: on(where, TEXT, ...behind),
    onAccent: [...on('a button', TEXT, colours.accent), ...on('a button pointed at', TEXT, pressed(colours))],
    fault: [
      ...on(where, TEXT, ...behind),
      ...behind.flatMap((sheet) => on('what is wrong', TEXT, faultGround(colours, sheet))),
    ],
    line: on(where, EDGE, ...behind),
  }
}

/** Every pair of colours that a reader must tell apart. */
export const contrastsIn = (theme: Theme, colours: Colours): Contrast[] =>
  COLOUR_NAMES.flatMap((name) =>
    (groundsOf(theme, colours)[name] ?? []).map(({ on, colour, least }) => ({
      colour: name,
      on,
      least,
      ratio: contrast(colourOf(colours, name), colour),
    })),
  )

/** The colours of a theme that are too close to what they stand on. */
export function faintColours(theme: Theme, colours: Colours): Faint[] {
  const grounds = groundsOf(theme, colours)
  return COLOUR_NAMES.flatMap((name) => {
    const pairs = contrastsIn(theme, colours).filter(({ colour }) => colour === name)
    const failing = pairs.filter(({ ratio, least }) => ratio < least)
    const [worst] = failing.sort((a, b) => a.ratio / a.least - b.ratio / b.least)
    if (!worst) return []
    return [{ colour: name, worst, nearest: nearestPassing(colourOf(colours, name), grounds[name] ?? []) }]
  })
}

/** For each colour that is too faint the nearest that is not, where there is one. */
export const mended = (theme: Theme, colours: Colours): Partial<Colours> =>
  Object.fromEntries(
    faintColours(theme, colours).flatMap(({ colour, nearest }) => (nearest ? [[colour, nearest]] : [])),
  )

const colourOf = (colours: Colours, name: ColourName): Colour => colours[name] ?? colours.ground

/** How finely lightness is looked through. */
const STEP = 0.0025

/**
 * The colour of the same hue, nearest in lightness, that differs enough from all of these; `null` where there is none.
 */
export function nearestPassing(colour: Colour, grounds: readonly { colour: Colour; least: number }[]): Colour | null {
  const passes = (one: Colour) => grounds.every((ground) => contrast(one, ground.colour) >= ground.least)
  if (passes(colour)) return colour
  const start = lightnessOf(colour)
  for (let away = STEP; away <= 1; away += STEP)
    for (const lightness of [start - away, start + away]) {
      if (lightness < 0 || lightness > 1) continue
      const one = withLightness(colour, lightness)
      if (passes(one)) return one
    }
  return (['#000000', '#ffffff'] as const).find(passes) ?? null
}
