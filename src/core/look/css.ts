import { pictureAddress } from '../answers/pictures'
import { luminanceOf } from './colour'
import { behindQuestions, faultGround, pressed } from './contrast'
import { ARABIC_STACK, stackOf, weightIn } from './families'
import { type Colours, hasSheet, type QuestionLook, type Theme } from './theme'

/**
 * A theme as the variables of a style sheet. The page's own style sheet is written in these and knows of no theme.
 * Everything in a theme is a number, a word of a list, or a colour: nothing in it can end a rule.
 */
export function themeCss(theme: Theme, exceptions: Readonly<Record<string, QuestionLook>> = {}): string {
  const rules = [rule(':root', { ...coloursOf(theme, theme.colours), ...measuresOf(theme) })]
  rules.push(rule(':root:lang(ar)', { font: ARABIC_STACK, 'head-font': ARABIC_STACK }))
  if (theme.dark) rules.push(`@media (prefers-color-scheme:dark){${rule(':root', coloursOf(theme, theme.dark))}}`)
  for (const [name, look] of Object.entries(exceptions)) {
    const own = fieldsOf({ ...theme, ...look }, look)
    if (Object.keys(own).length > 0) rules.push(rule(`[data-question='${name}']`, own))
  }
  return rules.join('')
}

type Variables = Record<string, string | number>

const rule = (where: string, variables: Variables): string =>
  `${where}{${Object.entries(variables)
    .map(([name, value]) => `${name === 'scheme' ? 'color-scheme' : `--${name}`}:${value}`)
    .join(';')}}`

function coloursOf(theme: Theme, colours: Colours): Variables {
  const [behind = colours.ground] = behindQuestions(theme, colours)
  return {
    // Which way the browser draws what is its own, as a menu of days.
    scheme: luminanceOf(behind) < 0.18 ? 'dark' : 'light',
    backdrop: backdropOf(theme, colours),
    'sheet-fill': hasSheet(theme) ? colours.sheet : 'transparent',
    'sheet-line': theme.sheet === 'ruled' ? colours.line : colours.text,
    text: colours.text,
    soft: colours.soft,
    line: colours.line,
    field: colours.field,
    accent: colours.accent,
    'accent-hover': theme.hover === 'deepen' ? pressed(colours) : colours.accent,
    'accent-pressed': theme.press === 'deepen' ? pressed(colours) : 'var(--accent-hover)',
    'on-accent': colours.onAccent,
    lit: colours.lit,
    wrong: colours.fault,
    'wrong-ground': faultGround(colours, behind),
  }
}

function backdropOf({ picture, angle }: Theme, { ground, groundTo }: Colours): string {
  const fill = groundTo ? `linear-gradient(${angle}deg,${ground},${groundTo})` : ground
  const photo = picture ? `url(${pictureAddress(picture.id, 'whole', 1152, 'webp')}) center/cover,` : ''
  return groundTo || picture ? `${photo}${fill} fixed` : fill
}

const measuresOf = (theme: Theme): Variables => ({
  font: stackOf(theme.family),
  'head-font': stackOf(theme.headingFamily),
  'head-weight': weightIn(theme.headingFamily, theme.headingWeight),
  'head-size': rem(theme.headingSize),
  size: rem(theme.size),
  gap: rem(theme.gap),
  pad: rem(theme.padding),
  measure: `${theme.width}rem`,
  'button-radius': px(theme.buttonRadius),
  'sheet-radius': px(theme.sheetRadius),
  ...sheetOf(theme),
  band: px(theme.band),
  'go-fill': theme.button === 'outlined' ? 'transparent' : 'var(--accent)',
  'go-text': theme.button === 'outlined' ? 'var(--accent)' : 'var(--on-accent)',
  'go-grow': theme.button === 'wide' ? 1 : 0,
  lift: theme.hover === 'lift' ? '-2px' : '0',
  sink: theme.press === 'sink' ? '2px' : '0',
  focus: RINGS[theme.focus],
  motion: theme.motion,
  ...fieldsOf(theme, theme),
})

/** What is drawn around what the keyboard is on; two lines need room for what lies between them. */
const RINGS: Record<Theme['focus'], string> = { ring: '3px solid', double: '5px double', dashed: '3px dashed' }

function sheetOf({ sheet, line }: Theme): Variables {
  const edges: Record<Theme['sheet'], [block: string, inline: string, style: string]> = {
    paper: ['0', '0', 'solid'],
    outlined: [px(Math.max(2, line)), px(Math.max(2, line)), 'solid'],
    ruled: ['4px', '0', 'double'],
    bare: ['0', '0', 'solid'],
  }
  const [block, inline, style] = edges[sheet]
  return { 'sheet-edge-block': block, 'sheet-edge-inline': inline, 'sheet-edge-style': style }
}

/** What fields are drawn with; only what `said` speaks of. */
function fieldsOf(theme: Theme, said: QuestionLook): Variables {
  const line = px(theme.line)
  const edges: Record<Theme['fields'], [block: string, inline: string]> = {
    boxed: [line, line],
    underlined: [`0 ${line}`, '0'],
    filled: ['0', `${px(theme.line + 2)} 0`],
  }
  const [block, inline] = edges[theme.fields]
  const drawn = said.fields ?? said.line
  return {
    ...(drawn && { 'edge-block': block, 'edge-inline': inline }),
    ...(said.fields && {
      'field-fill': theme.fields === 'underlined' ? 'transparent' : 'var(--field)',
      'field-inset': theme.fields === 'underlined' ? '0.125rem' : '0.6875rem',
    }),
    ...(said.fieldRadius !== undefined && { radius: px(theme.fields === 'underlined' ? 0 : theme.fieldRadius) }),
    ...(said.labelWeight !== undefined && { 'label-weight': weightIn(theme.family, theme.labelWeight) }),
  }
}

const px = (pixels: number): string => `${pixels}px`

/** Pixels at the size that browsers start from, as a share of whatever size this reader has chosen. */
const rem = (pixels: number): string => `${pixels / 16}rem`
