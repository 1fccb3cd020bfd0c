'use client'

import { type KeyboardEvent, useEffect, useRef, useState } from 'react'
import { addCarried, addQuestion, addStep, stepOf } from '@/core/form/edits'
import { guessKind } from '@/core/form/guess'
import { callStep } from '@/core/form/steps'
import type { Form } from '@/core/form/definition'
import { findQuestion, labelOf } from '@/core/form/values'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { Dialog } from '../ui/dialog'
import { Dragging } from './dragging'
import { BandRow } from './band'
import { LEDGER_KEYS } from './keys'
import { CarriedRow, QuestionRow, StepRow } from './row'
import { RowDeedsProvider, useRowDeeds } from './rowDeeds'
import { type Row, rowsOf } from './rows'

/** Compose as a sheet: a row for each question and carried value, a column for each stop on its way. */
export function Ledger() {
  const { form, edit, facts, open, setOpen } = useDraft((state) => state)
  const [keysShown, setKeysShown] = useState(false)
  const [addAt, setAddAt] = useState<string | null>(null)
  const body = useRef<HTMLTableSectionElement>(null)
  const quick = useRef<HTMLTextAreaElement>(null)
  const focusNext = useRef<string | null>(null)
  const rows = rowsOf(form)

  // After an edit the focus goes to the row it is about, which may only now be there.
  useEffect(() => {
    if (!focusNext.current) return
    heads(body.current)
      .find(({ dataset }) => dataset.row === focusNext.current)
      ?.focus()
    focusNext.current = null
  })

  const focusRow = (key: string) => {
    focusNext.current = key
  }

  const add = (labels: string[]) => {
    let next = form
    let after = addAt ?? form.steps.at(-1)?.questions.at(-1)?.name ?? null
    let step = (after && stepOf(form, after)?.name) ?? form.steps.at(-1)?.name ?? ''
    if (addAt?.startsWith('step:')) [step, after] = [addAt.slice(5), null]
    for (const label of labels) {
      const added = addQuestion(next, label, guessKind(label), { step, after })
      next = added.form
      after = added.name
    }
    edit(() => next)
    if (addAt) setAddAt(after)
  }

  const deeds = useRowDeeds(focusRow)

  const onQuestion = (key: string, event: KeyboardEvent): boolean => {
    if (!findQuestion(form, key)) return false
    switch (event.key) {
      case 'd':
        deeds.duplicate(key)
        return true
      case 'x':
        deeds.switchOff(key)
        return true
      case 'r':
        deeds.require(key)
        return true
      case 'w':
      case 'l':
        setOpen(key)
        requestAnimationFrame(() => focusPart(key, event.key === 'w' ? 'Shown when' : 'Lands in'))
        return true
      case 's': {
        const added = addStep(form, stepOf(form, key)?.name ?? '', key)
        edit(() => added.form)
        focusRow(`step:${added.name}`)
        return true
      }
      default:
        return false
    }
  }

  const onRow = (event: KeyboardEvent<HTMLElement>) => {
    const head = event.target as HTMLElement
    const key = head.dataset.row
    if (!key) {
      // What closed something that stood in the row has done its work.
      if (event.defaultPrevented) return
      if (event.key === 'Escape' && open) {
        event.stopPropagation()
        focusRow(open)
        setOpen(null)
      }
      return
    }
    if (event.ctrlKey || event.metaKey) return
    const all = heads(body.current)
    const at = all.indexOf(head as HTMLButtonElement)
    const handled = onQuestion(key, event) || onAny(key, event, all, at)
    if (handled) event.preventDefault()
  }

  const onAny = (key: string, event: KeyboardEvent, all: HTMLButtonElement[], at: number): boolean => {
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      deeds.move(key, event.key === 'ArrowUp' ? -1 : 1)
      return true
    }
    switch (event.key) {
      case 'ArrowDown':
        ;(all[at + 1] ?? quick.current)?.focus()
        return true
      case 'ArrowUp':
        all[at - 1]?.focus()
        return true
      case 'Escape':
        setOpen(null)
        return true
      case 'a':
        setAddAt(key)
        quick.current?.focus()
        return true
      case 's': {
        const below = key.startsWith('step:') ? key.slice(5) : (form.steps.at(-1)?.name ?? '')
        const added = addStep(form, below, null)
        edit(() => added.form)
        focusRow(`step:${added.name}`)
        return true
      }
      case 'Delete':
        deeds.remove(key)
        return true
      case '?':
        setKeysShown(true)
        return true
      default:
        return false
    }
  }

  const reached = new Map(facts.numbers.steps.map((step) => [step.name, step]))
  const toggle = (key: string) => setOpen(open === key ? null : key)
  return (
    <div className="relative flex min-w-0 flex-col overflow-auto border-r border-rule" onKeyDown={onRow}>
      <RowDeedsProvider value={deeds}>
        <Dragging labelOf={(key) => labelOfRow(form, key)}>
          <table className="sheet table-fixed" aria-label="Questions and carried values">
            <colgroup>
              <col className="w-11" />
              <col className="w-[30%]" />
              <col className="w-[15%]" />
              <col className="w-[18%]" />
              <col className="w-[14%]" />
              <col className="w-[14%]" />
              <col className="w-[9%]" />
            </colgroup>
            <thead>
              <tr>
                <th>
                  <span className="sr-only">Number</span>
                </th>
                <th>Ask</th>
                <th>Filled from</th>
                <th>Shown when</th>
                <th>Must be</th>
                <th>Lands in</th>
                <th>Used by</th>
              </tr>
            </thead>
            <tbody ref={body}>
              {rows.map((row) => (
                <LedgerRow
                  key={row.key}
                  row={row}
                  open={open === row.key}
                  reached={row.is === 'step' ? reached.get(row.step.name) : undefined}
                  arrived={facts.numbers.arrived}
                  onToggle={() => toggle(row.key)}
                  onRenamed={setOpen}
                />
              ))}
            </tbody>
          </table>
        </Dragging>
      </RowDeedsProvider>
      <QuickAdd field={quick} at={addAt ? labelOfRow(form, addAt) : null} onAdd={add} onLeave={() => setAddAt(null)} />
      <div className="flex gap-2 px-2 pb-3">
        <Button
          onClick={() => {
            const added = addStep(form, form.steps.at(-1)?.name ?? '', null)
            edit(() => added.form)
            focusRow(`step:${added.name}`)
          }}
        >
          Add a step
        </Button>
        <Button
          onClick={() => {
            const added = addCarried(form, 'Carried value')
            edit(() => added.form)
            setOpen(added.name)
          }}
          title="A hidden field: it travels with the answers and visitors never see it"
        >
          Add a carried value
        </Button>
        <Button look="quiet" onClick={() => setKeysShown(true)} className="ml-auto">
          Keys <kbd className="name">?</kbd>
        </Button>
      </div>
      <Dialog open={keysShown} onOpenChange={setKeysShown} title="Keys of the ledger">
        <table className="sheet">
          <tbody>
            {LEDGER_KEYS.map(([key, does]) => (
              <tr key={key}>
                <td className="name w-32">{key}</td>
                <td>{does}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Dialog>
    </div>
  )
}

interface LedgerRowProps {
  row: Row
  open: boolean
  reached: { reached: number; left: number } | undefined
  arrived: number
  onToggle: () => void
  onRenamed: (name: string) => void
}

function LedgerRow({ row, ...rest }: LedgerRowProps) {
  switch (row.is) {
    case 'step':
      return <StepRow step={row.step} number={row.number} {...rest} />
    case 'question':
      return <QuestionRow question={row.question} number={row.number} {...rest} />
    case 'band':
      return <BandRow />
    case 'carried':
      return <CarriedRow carried={row.carried} letter={row.letter} {...rest} />
    case 'carried-head':
      return (
        <tr>
          <td className="bg-panel" />
          <td colSpan={6} className="bg-panel font-semibold">
            Carried along, never shown
          </td>
        </tr>
      )
  }
}

interface QuickAddProps {
  field: React.RefObject<HTMLTextAreaElement | null>
  at: string | null
  onAdd: (labels: string[]) => void
  onLeave: () => void
}

/** Typing adds a question; pasting a list adds one for each line, with kinds guessed from the wording. */
function QuickAdd({ field, at, onAdd, onLeave }: QuickAddProps) {
  const [text, setText] = useState('')
  const lines = text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
  const keep = () => {
    if (lines.length === 0) return
    onAdd(lines)
    setText('')
  }
  return (
    <div className="m-2">
      <textarea
        ref={field}
        rows={Math.min(8, Math.max(1, text.split('\n').length))}
        aria-label={at ? `Add a question below ${at}` : 'Add questions at the end'}
        placeholder={
          at
            ? `Below ${at}: type a question and press Enter`
            : 'Type a question and press Enter, or paste a list, one a line'
        }
        className="box resize-none border-dashed py-1.5"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          event.stopPropagation()
          if (event.key === 'Enter' && !event.shiftKey) {
            event.preventDefault()
            keep()
          } else if (event.key === 'Escape') {
            setText('')
            onLeave()
          }
        }}
      />
      {lines.length > 1 && (
        <p className="text-soft">{lines.length} questions. Enter adds them; Shift Enter starts another line.</p>
      )}
    </div>
  )
}

const heads = (body: HTMLElement | null): HTMLButtonElement[] => [
  ...(body?.querySelectorAll<HTMLButtonElement>('[data-row]') ?? []),
]

function focusPart(key: string, part: string): void {
  const drawer = document.querySelector(`[data-drawer="${key}"]`)
  const title = [...(drawer?.querySelectorAll('span') ?? [])].find(({ textContent }) => textContent === part)
  title?.nextElementSibling?.querySelector<HTMLElement>('button, select, input')?.focus()
}

const labelOfRow = (form: Form, key: string): string =>
  key.startsWith('step:')
    ? `the head of “${callStep(form.steps, { name: key.slice(5), title: form.steps.find(({ name }) => name === key.slice(5))?.title ?? '' })}”`
    : `“${labelOf(form, key)}”`
