'use client'

import { type Form, MARK_COLOURS, type Marks } from '@/core/form/definition'
import { askContactLast } from '@/core/form/edits'
import { useMergeable } from '../draft/mergeable'
import { useDraft, useFindings } from '../draft/context'
import { Button } from '../ui/button'
import { Findings } from '../ui/finding'
import { ChoiceField, TextField, Tick } from '../ui/field'

const MARKED = [
  ['required', 'questions that must be answered'],
  ['optional', 'questions that can be left out'],
] as const

const PACE_WORDS = [
  ['steps', 'step by step'],
  ['page', 'all on one page'],
  ['one', 'one question at a time'],
  ['row', 'in a row: two fields at most'],
] as const

const COLOUR_WORDS: Record<Marks['colour'], string> = {
  fault: 'that of faults',
  text: 'that of the text',
  accent: 'that of the button',
}

/** What belongs to the form as a whole; closed until wanted. */
export function FormWording() {
  const form = useDraft((state) => state.form)
  const edit = useDraft((state) => state.edit)
  const findings = useFindings().filter(({ place, severity }) => place === 'compose' && severity !== 'note')
  const merges = useMergeable()
  const set = (part: Partial<Form>, key: string) => edit((one) => ({ ...one, ...part }), key)
  const setMarks = (part: Partial<Marks>, key: string) => set({ marks: { ...form.marks, ...part } }, `marks.${key}`)
  const wording = (key: keyof Form['wording'], label: string) => (
    <TextField
      label={label}
      value={form.wording[key]}
      filled
      onCommit={(text) => set({ wording: { ...form.wording, [key]: text } }, `wording.${key}`)}
    />
  )
  return (
    <div className="border-b border-rule px-3 py-1.5">
      <details>
        <summary>
          <span className="font-semibold">Title and wording</span>{' '}
          <span className="text-soft">
            “{form.title}”{form.keepUnfinished ? ' · unfinished answers are kept' : ''}
            {form.remembers ? ' · people are known again' : ''}
          </span>
        </summary>
        <div className="grid grid-cols-[112px_minmax(0,1fr)_104px_minmax(0,1fr)] items-center gap-x-3 gap-y-2 py-2">
          <TextField
            label="Title"
            merges={merges}
            value={form.title}
            check={(text) => (text.trim() === '' ? 'Give the form a title' : null)}
            onCommit={(title) => set({ title }, 'title')}
          />
          {wording('next', 'Next button')}
          <ChoiceField
            label="Asks"
            value={form.pace}
            options={PACE_WORDS}
            onCommit={(pace) => set({ pace: pace as Form['pace'] }, 'pace')}
          />
          <TextField
            label="Before the last"
            value={form.wording.last}
            placeholder={form.wording.next}
            onCommit={(last) => set({ wording: { ...form.wording, last: last.slice(0, 300) } }, 'wording.last')}
          />
          <TextField
            label="Introduction"
            rows={2}
            value={form.intro}
            merges={merges}
            onCommit={(intro) => set({ intro }, 'intro')}
          />
          {wording('send', 'Send button')}
          <span />
          <Tick
            label="Keep unfinished answers (visitors are told)"
            on={form.keepUnfinished}
            onCommit={(keepUnfinished) => set({ keepUnfinished }, 'keep')}
          />
          {wording('back', 'Back button')}
          <span />
          <Tick
            label="Know people again in their browser (who came by personal link and wish it)"
            on={form.remembers}
            onCommit={(remembers) => set({ remembers }, 'remembers')}
          />
          <span className="col-span-2" />
          <span />
          <span>
            <Button onClick={() => edit(askContactLast)}>Ask who they are last</Button>
          </span>
          <span className="col-span-2" />
          <ChoiceField
            label="Mark"
            value={form.marks.on}
            options={MARKED}
            onCommit={(on) => setMarks({ on: on as Marks['on'] }, 'on')}
          />
          <TextField
            label="with"
            value={form.marks.symbol}
            check={(text) => (text.trim() === '' ? 'Give a sign or a word' : null)}
            onCommit={(symbol) => setMarks({ symbol: symbol.trim().slice(0, 20) }, 'symbol')}
          />
          <ChoiceField
            label="Mark’s colour"
            value={form.marks.colour}
            options={MARK_COLOURS.map((colour) => [colour, COLOUR_WORDS[colour]])}
            onCommit={(colour) => setMarks({ colour: colour as Marks['colour'] }, 'colour')}
          />
        </div>
      </details>
      {findings.length > 0 && (
        <div className="py-1.5">
          <Findings findings={findings} />
        </div>
      )}
    </div>
  )
}
