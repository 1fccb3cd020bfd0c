'use client'

import { useState } from 'react'
import { COLOUR, type Colour } from '@/core/look/colour'
import { contrastsIn, faintColours, type Faint, mended } from '@/core/look/contrast'
import { darken } from '@/core/look/darken'
import { COLOUR_NAMES, type ColourName, type Colours as All, hasSheet, type Theme } from '@/core/look/theme'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { TextField } from '../ui/field'
import type { LookInHand } from './useLook'

/** What each colour is for. */
const WORDS: Readonly<Record<ColourName, string>> = {
  ground: 'Ground',
  groundTo: 'Ground turns into',
  sheet: 'Sheet',
  text: 'Text',
  soft: 'Quiet text',
  line: 'Edges of fields',
  field: 'Inside of fields',
  accent: 'Buttons, links',
  onAccent: 'Words on buttons',
  lit: 'Behind what is chosen',
  fault: 'What is wrong',
}

/** The colours of a form, light and dark, and how well they are told apart. */
export function Colours({ theme, source, change, look, restore }: LookInHand) {
  const [variant, setVariant] = useState<'colours' | 'dark'>('colours')
  const shown = (variant === 'dark' ? theme.dark : null) ?? theme.colours
  const isDark = variant === 'dark' && theme.dark !== null
  const set = (part: Partial<All>, key: string) =>
    isDark
      ? change({ dark: { ...shown, ...part } }, `dark.${key}`)
      : change({ colours: { ...look.changes.colours, ...part } }, `colours.${key}`)
  const faint = faintColours(theme, shown)
  const changed = look.changes[isDark ? 'dark' : 'colours'] !== undefined
  return (
    <section aria-label="Colours">
      <div className="mb-1.5 flex items-center gap-2">
        <h2>Colours</h2>
        <span className="flex rounded-sm border border-edge bg-white" role="group" aria-label="Variant">
          {(['colours', 'dark'] as const).map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={variant === one}
              className={`px-2 py-0.5 ${variant === one ? 'bg-moss-bg text-moss' : ''}`}
              onClick={() => setVariant(one)}
            >
              {one === 'dark' ? 'Dark' : 'Light'}
            </button>
          ))}
        </span>
        {changed && (
          <Button look="quiet" className="ml-auto" onClick={() => restore(isDark ? 'dark' : 'colours')}>
            As in the theme
          </Button>
        )}
      </div>
      {variant === 'dark' && !theme.dark ? (
        <p className="text-soft">
          Those whose device is set to dark see the light page, too.{' '}
          <Button onClick={() => change({ dark: darken(theme) }, 'dark')}>Make a dark variant</Button>
        </p>
      ) : (
        <>
          <div className="grid grid-cols-[132px_30px_84px_minmax(0,1fr)] items-center gap-x-2 gap-y-1">
            {COLOUR_NAMES.filter((name) => isSeen(theme, name)).map((name) => (
              <ColourRow
                key={`${variant} ${name}`}
                name={name}
                colour={shown[name]}
                isChanged={shown[name] !== ((isDark ? source.dark : source.colours) ?? shown)[name]}
                ratio={worstRatio(theme, shown, name)}
                faint={faint.find(({ colour }) => colour === name)}
                onChange={(colour) => set({ [name]: colour }, name)}
                onTake={(colour) => set({ [name]: colour }, `${name}.taken`)}
              />
            ))}
          </div>
          <p className="mt-2 flex flex-wrap items-center gap-2 text-soft">
            {isDark && <Button onClick={() => change({ dark: null }, 'dark')}>No dark variant</Button>}
            {faint.length > 0 && (
              <Button onClick={() => set(mended(theme, shown), 'mended')}>Take the nearest that can be read</Button>
            )}
          </p>
        </>
      )}
    </section>
  )
}

/** A colour of something that the look does not have is not asked for. */
const isSeen = (theme: Theme, name: ColourName): boolean =>
  (name !== 'sheet' || hasSheet(theme)) && (name !== 'field' || theme.fields !== 'underlined')

function worstRatio(theme: Theme, colours: All, name: ColourName): number | null {
  const ratios = contrastsIn(theme, colours).flatMap(({ colour, ratio }) => (colour === name ? [ratio] : []))
  return ratios.length > 0 ? Math.min(...ratios) : null
}

interface RowProps {
  name: ColourName
  colour: Colour | null
  isChanged: boolean
  ratio: number | null
  faint: Faint | undefined
  onChange: (colour: Colour | null) => void
  /** The same of a colour that was offered: a step of its own for undo. */
  onTake: (colour: Colour | null) => void
}

function ColourRow({ name, colour, isChanged, ratio, faint, onChange, onTake }: RowProps) {
  const words = WORDS[name]
  const optional = name === 'groundTo'
  return (
    <>
      <span className={isChanged ? 'font-semibold' : 'text-soft'}>{words}</span>
      <input
        type="color"
        aria-label={`${words}, chosen by eye`}
        className="h-[26px] w-full cursor-pointer rounded-sm border border-edge bg-white p-0.5"
        value={colour ?? '#ffffff'}
        onChange={({ target }) => onChange(target.value.toLowerCase())}
      />
      <TextField
        label={words}
        hideLabel
        mono
        value={colour ?? ''}
        placeholder={optional ? 'flat' : undefined}
        check={(text) => (isSound(text, optional) ? null : '# and six digits')}
        onCommit={(text) => onChange(text.trim() === '' ? null : text.trim().toLowerCase())}
      />
      <span className="min-w-0">
        {faint ? (
          <span className="flex flex-wrap items-center gap-1.5">
            <Chip tone="red" title={`Too faint on ${faint.worst.on}`}>
              {`${told(faint.worst.ratio)}, wants ${faint.worst.least}`}
            </Chip>
            {faint.nearest && (
              <Button className="py-0.5" onClick={() => onTake(faint.nearest)}>
                Take <span className="name">{faint.nearest}</span>
              </Button>
            )}
          </span>
        ) : (
          ratio !== null && <span className="text-soft">{told(ratio)} at least</span>
        )}
      </span>
    </>
  )
}

const isSound = (text: string, optional: boolean): boolean =>
  COLOUR.test(text.trim().toLowerCase()) || (optional && text.trim() === '')

/** A ratio, never told better than it is. */
const told = (ratio: number): string => `${(Math.floor(ratio * 10) / 10).toFixed(1)} : 1`
