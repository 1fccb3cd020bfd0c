'use client'

import type { Form } from '@/core/form/definition'
import { ALL_KNOWN, KNOWN_TURNS, type Turn } from '@/core/form/turn'
import { useDraft } from '../draft/context'
import { ChoiceField, TextField } from '../ui/field'
import { useMergeable } from '../draft/mergeable'
import { Only } from '../ui/here'
import { CountedTurns } from './countedTurns'

const KNOWN_WORDS: Record<Turn['known'], string> = {
  dropped: 'dropped when known',
  shown: 'shown filled in',
  again: 'asked again',
}

const ALL_KNOWN_WORDS: Record<Form['turns']['allKnown'], string> = {
  rest: 'the other questions',
  greeting: 'a greeting, and the other questions',
  outcome: 'the outcome at once, and nothing is sent',
}

const AFTER: readonly (readonly [number, string])[] = [
  [30, 'a month'],
  [91, 'three months'],
  [182, 'half a year'],
  [365, 'a year'],
  [730, 'two years'],
]

const tellDays = (days: number): string => AFTER.find(([n]) => n === days)?.[1] ?? `${days} days`

/** What becomes of a question once it is known: “asked again after a year”. */
export const tellTurn = ({ known, days }: Turn): string =>
  known === 'again' ? `${KNOWN_WORDS.again} after ${tellDays(days)}` : KNOWN_WORDS[known]

/** The head of questions that are asked in turn: how many at a time, and what happens where all is known. */
export function BandRow() {
  const { form, edit } = useDraft((state) => state)
  const merges = useMergeable()
  const { atOnce, allKnown, greeting } = form.turns
  const set = (part: Partial<Form['turns']>, key: string) =>
    edit((one) => ({ ...one, turns: { ...one.turns, ...part } }), `turns.${key}`)
  const counts = [...new Set([1, 2, 3, 4, 5, 6, 8, 10, atOnce])].sort((a, b) => a - b)
  return (
    <tr>
      <td className="bg-lit shadow-[inset_3px_0_0_var(--color-teal)]" />
      <td colSpan={6} className="bg-lit">
        <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
          <b className="font-semibold">Asked in turn</b>
          <ChoiceField
            hideLabel
            label="How many at a time"
            className="w-auto!"
            value={String(atOnce)}
            options={counts.map((n) => [String(n), String(n)])}
            onCommit={(n) => set({ atOnce: Number(n) }, 'atOnce')}
          />
          <span className="text-soft">at a time of those still unknown; where all is known,</span>
          <ChoiceField
            hideLabel
            label="Where all is known"
            className="w-auto!"
            value={allKnown}
            options={ALL_KNOWN.map((one) => [one, ALL_KNOWN_WORDS[one]])}
            onCommit={(next) => set({ allKnown: next as typeof allKnown }, 'allKnown')}
          />
          {allKnown === 'greeting' && (
            <div className="w-full">
              <TextField
                hideLabel
                label="Said where all is known"
                placeholder="We know all we would ask: just send it."
                merges={merges}
                value={greeting}
                onCommit={(text) => set({ greeting: text.slice(0, 500) }, 'greeting')}
              />
            </div>
          )}
          <Only may="people">
            <CountedTurns />
          </Only>
        </div>
      </td>
    </tr>
  )
}

/** Whether a question is asked each time, or in turn, and what becomes of it once it is known. */
export function TurnField({ turn, onChange }: { turn: Turn | null; onChange: (turn: Turn | null) => void }) {
  const days = turn?.days ?? 365
  const after = AFTER.some(([n]) => n === days) ? AFTER : [...AFTER, [days, tellDays(days)] as const]
  return (
    <div className="flex flex-wrap gap-2">
      <ChoiceField
        hideLabel
        label="Asked"
        className="w-auto!"
        value={turn?.known ?? ''}
        options={[['', 'each time'], ...KNOWN_TURNS.map((one) => [one, `in turn: ${KNOWN_WORDS[one]}`] as const)]}
        onCommit={(known) => onChange(known === '' ? null : { known: known as Turn['known'], days })}
      />
      {turn?.known === 'again' && (
        <ChoiceField
          hideLabel
          label="Asked again after"
          className="w-auto!"
          value={String(days)}
          options={after.map(([n, words]) => [String(n), `after ${words}`])}
          onCommit={(n) => onChange({ ...turn, days: Number(n) })}
        />
      )}
    </div>
  )
}
