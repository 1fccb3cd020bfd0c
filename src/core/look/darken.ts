import { lightnessOf, mix, withLightness } from './colour'
import { mended } from './contrast'
import type { Colours, Theme } from './theme'

/** How light each part of a page is in the dark, from 0 to 1; the hues stay. */
const IN_THE_DARK = { ground: 0.19, sheet: 0.225, field: 0.27, line: 0.62, text: 0.95, soft: 0.78, fault: 0.76 }

/** Least lightness of what must stand out from a dark sheet. */
const BRIGHT = 0.78

/** The colours of a theme for the dark: the same hues, turned over, and each far enough from what it stands on. */
export function darken(theme: Theme): Colours {
  const { colours } = theme
  const at = (name: keyof typeof IN_THE_DARK) => withLightness(colours[name], IN_THE_DARK[name])
  const accent = withLightness(colours.accent, Math.max(BRIGHT, lightnessOf(colours.accent)))
  const sheet = at('sheet')
  const turned: Colours = {
    ground: at('ground'),
    groundTo: colours.groundTo && withLightness(colours.groundTo, IN_THE_DARK.ground + 0.05),
    sheet,
    text: at('text'),
    soft: at('soft'),
    line: at('line'),
    field: at('field'),
    accent,
    onAccent: withLightness(colours.accent, 0.2),
    lit: mix(sheet, accent, 0.16),
    fault: at('fault'),
  }
  return { ...turned, ...mended(theme, turned) }
}
