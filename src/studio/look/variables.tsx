'use client'

import { FAMILIES, FAMILY_NAMES } from '@/core/look/families'
import {
  BUTTONS,
  FIELD_STYLES,
  FOCUSES,
  hasSheet,
  HOVERS,
  LABEL_PLACES,
  MOTIONS,
  PRESSES,
  SHEETS,
  type Theme,
  type ThemeChanges,
} from '@/core/look/theme'
import { PictureField } from '../kinds/pictures'
import { Button } from '../ui/button'
import { ChoiceField, TextField } from '../ui/field'
import type { LookInHand } from './useLook'

type Choice = readonly (readonly [value: string, words: string])[]

type Variable = { [K in keyof Theme]: { of: K; words: string } }[Exclude<keyof Theme, 'colours' | 'dark' | 'picture'>] &
  ({ is: 'choice'; options: Choice } | { is: 'whole'; least: number; most: number; unit: string })

const inWords = <T extends string>(values: readonly T[], words: Record<T, string>): Choice =>
  values.map((value) => [value, words[value]])

const families: Choice = FAMILY_NAMES.map((name) => [name, `${FAMILIES[name].title}: ${FAMILIES[name].manner}`])

const pixels = (least: number, most: number) => ({ is: 'whole', least, most, unit: 'px' }) as const
const weights = { is: 'whole', least: 100, most: 1000, unit: '' } as const

export const FIELD_STYLE_WORDS = inWords(FIELD_STYLES, {
  boxed: 'in a box',
  underlined: 'on a line',
  filled: 'filled, an edge at the start',
})
export const LABEL_WORDS = inWords(LABEL_PLACES, {
  above: 'above',
  beside: 'beside',
  hidden: 'for screen readers only',
})

/** Every variable but colours, in the order somebody would think of them. */
const GROUPS: readonly (readonly [title: string, variables: readonly Variable[]])[] = [
  [
    'Letters',
    [
      { of: 'family', words: 'Text', is: 'choice', options: families },
      { of: 'size', words: 'Size', ...pixels(14, 20) },
      { of: 'headingFamily', words: 'Title', is: 'choice', options: families },
      { of: 'headingSize', words: 'Title’s size', ...pixels(18, 48) },
      { of: 'headingWeight', words: 'Title’s weight', ...weights },
      { of: 'labelWeight', words: 'Labels’ weight', ...weights },
    ],
  ],
  [
    'Fields',
    [
      { of: 'fields', words: 'Fields', is: 'choice', options: FIELD_STYLE_WORDS },
      { of: 'labels', words: 'Labels', is: 'choice', options: LABEL_WORDS },
      { of: 'line', words: 'Edges', ...pixels(1, 4) },
      { of: 'fieldRadius', words: 'Corners', ...pixels(0, 40) },
      { of: 'gap', words: 'Between them', ...pixels(12, 40) },
    ],
  ],
  [
    'Buttons and motion',
    [
      {
        of: 'button',
        words: 'Buttons',
        is: 'choice',
        options: inWords(BUTTONS, { solid: 'solid', outlined: 'outlined', wide: 'solid, as wide as the page' }),
      },
      {
        of: 'hover',
        words: 'Pointed at',
        is: 'choice',
        options: inWords(HOVERS, { deepen: 'they deepen', lift: 'they rise a little', still: 'they stay as they are' }),
      },
      {
        of: 'press',
        words: 'Pressed',
        is: 'choice',
        options: inWords(PRESSES, {
          sink: 'they sink a little',
          deepen: 'they deepen',
          still: 'they stay as they are',
        }),
      },
      {
        of: 'focus',
        words: 'Under the keyboard',
        is: 'choice',
        options: inWords(FOCUSES, { ring: 'a ring', double: 'a double ring', dashed: 'a dashed ring' }),
      },
      { of: 'buttonRadius', words: 'Corners', ...pixels(0, 40) },
      {
        of: 'motion',
        words: 'Steps come',
        is: 'choice',
        options: inWords(MOTIONS, { none: 'at once', fade: 'fading in', rise: 'rising' }),
      },
    ],
  ],
  [
    'Page',
    [
      {
        of: 'sheet',
        words: 'Questions lie',
        is: 'choice',
        options: inWords(SHEETS, {
          paper: 'on a sheet',
          outlined: 'on an outlined sheet',
          ruled: 'between two rules',
          bare: 'on the ground',
        }),
      },
      { of: 'sheetRadius', words: 'Sheet’s corners', ...pixels(0, 40) },
      { of: 'padding', words: 'Sheet’s margin', ...pixels(0, 64) },
      { of: 'width', words: 'Width', is: 'whole', least: 24, most: 60, unit: 'rem' },
      { of: 'band', words: 'Band on top', ...pixels(0, 24) },
      { of: 'angle', words: 'Ground turns', is: 'whole', least: 0, most: 359, unit: '°' },
    ],
  ],
]

/** Everything about a look but its colours. What the form has otherwise than its theme stands out and can go back. */
export const Variables = (hand: LookInHand) => (
  <div className="space-y-4">
    {GROUPS.map(([title, variables]) => (
      <section key={title} aria-label={title}>
        <h2 className="mb-1.5">{title}</h2>
        <div className="grid grid-cols-[104px_minmax(0,1fr)_96px] items-center gap-x-2 gap-y-1.5">
          {variables.map((variable) => (
            <VariableRow key={variable.of} variable={variable} {...hand} />
          ))}
          {title === 'Page' && <GroundPicture {...hand} />}
        </div>
      </section>
    ))}
  </div>
)

function VariableRow({ variable, theme, look, change, restore }: LookInHand & { variable: Variable }) {
  const { of, words } = variable
  const value = theme[of]
  const set = (next: string | number) => change({ [of]: next } as ThemeChanges, of)
  return (
    <>
      {variable.is === 'choice' ? (
        <ChoiceField label={words} value={String(value)} options={variable.options} onCommit={set} />
      ) : (
        <TextField
          label={words}
          value={String(value)}
          inputMode="numeric"
          check={(text) => checkWhole(text, variable.least, variable.most, variable.unit)}
          onCommit={(text) => set(Number(text))}
        />
      )}
      <span className="whitespace-nowrap text-soft">
        {variable.is === 'whole' && variable.unit} <Restore of={of} changed={of in look.changes} restore={restore} />
      </span>
    </>
  )
}

const GroundPicture = ({ theme, look, change, restore }: LookInHand) => (
  <>
    <span className="text-soft">Picture behind</span>
    <PictureField
      of="the ground"
      picture={theme.picture}
      shape="whole"
      onChange={(picture) => change({ picture, ...(picture && !hasSheet(theme) && { sheet: 'paper' }) }, 'picture')}
    />
    <span>
      <Restore of="picture" changed={'picture' in look.changes} restore={restore} />
    </span>
  </>
)

interface RestoreProps {
  of: keyof ThemeChanges
  changed: boolean
  restore: LookInHand['restore']
}

const Restore = ({ of, changed, restore }: RestoreProps) =>
  changed ? (
    <Button look="quiet" className="px-1 py-0.5" onClick={() => restore(of)}>
      As theme
    </Button>
  ) : null

export function checkWhole(text: string, least: number, most: number, unit: string): string | null {
  const number = Number(text)
  const fits = text.trim() !== '' && Number.isInteger(number) && number >= least && number <= most
  return fits ? null : `${least} to ${most} ${unit}`.trim()
}
