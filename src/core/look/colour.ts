/**
 * Colours as hexadecimal sRGB (`#rrggbb`), how much two of them differ to a reader (WCAG 2.2, relative luminance and
 * contrast ratio), and lightness as people see it (OKLab: Björn Ottosson, “A perceptual color space for image
 * processing”, 2020).
 */

/** `#rrggbb`, in small letters. */
export type Colour = string

export const COLOUR = /^#[0-9a-f]{6}$/

type Three = readonly [number, number, number]

/** Channels from 0 to 255. */
const channelsOf = (colour: Colour): Three =>
  [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16)) as unknown as Three

const linear = (channel: number): number => {
  const share = channel / 255
  return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
}

const encoded = (light: number): number =>
  255 * (light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055)

const toColour = (channels: Three): Colour =>
  `#${channels.map((channel) => Math.round(channel).toString(16).padStart(2, '0')).join('')}`

/** Relative luminance, from 0 for black to 1 for white. */
export function luminanceOf(colour: Colour): number {
  const [red, green, blue] = channelsOf(colour).map(linear) as unknown as Three
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue
}

/** Contrast ratio of two colours, from 1 to 21, whichever of them is the text. */
export function contrast(one: Colour, other: Colour): number {
  const [dark = 0, light = 0] = [luminanceOf(one), luminanceOf(other)].sort((a, b) => a - b)
  return (light + 0.05) / (dark + 0.05)
}

/** So much of one colour in another, from 0 to 1, mixed as screens encode them. */
export function mix(one: Colour, other: Colour, share: number): Colour {
  const [a, b] = [channelsOf(one), channelsOf(other)]
  return toColour(a.map((channel, n) => channel + ((b[n] ?? 0) - channel) * share) as unknown as Three)
}

/** Lightness from 0 to 1, and the two axes of hue. */
function labOf(colour: Colour): Three {
  const [r, g, b] = channelsOf(colour).map(linear) as unknown as Three
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b)
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b)
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b)
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ]
}

/** Linear light of each channel; outside 0 to 1 for what no screen shows. */
function lightOf([lightness, a, b]: Three): Three {
  const l = (lightness + 0.3963377774 * a + 0.2158037573 * b) ** 3
  const m = (lightness - 0.1055613458 * a - 0.0638541728 * b) ** 3
  const s = (lightness - 0.0894841775 * a - 1.291485548 * b) ** 3
  return [
    4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s,
    -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s,
    -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s,
  ]
}

const SLACK = 0.0005

/** A colour of another lightness and the same hue, as strong as a screen can show it. */
export function withLightness(colour: Colour, lightness: number): Colour {
  const [, a, b] = labOf(colour)
  for (let share = 1; share > 0; share -= 0.02) {
    const light = lightOf([lightness, a * share, b * share])
    if (light.every((channel) => channel >= -SLACK && channel <= 1 + SLACK))
      return toColour(light.map((channel) => encoded(Math.min(1, Math.max(0, channel)))) as unknown as Three)
  }
  const grey = encoded(Math.min(1, Math.max(0, lightness ** 3)))
  return toColour([grey, grey, grey])
}

export const lightnessOf = (colour: Colour): number => labOf(colour)[0]
