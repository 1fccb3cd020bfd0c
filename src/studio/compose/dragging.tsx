'use client'

import {
  type Active,
  DndContext,
  type DragEndEvent,
  DragOverlay,
  type Over,
  PointerSensor,
  useDndContext,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { GripVertical } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import type { Form } from '@/core/form/definition'
import { placeCarried, placeQuestion, placeStep, stepOf } from '@/core/form/edits'
import { findCarried, findQuestion } from '@/core/form/values'
import { useDraft } from '../draft/context'
import { stepIn } from './rowDeeds'

/** Rows of the ledger are dragged by their handles; the keyboard moves them by Alt and an arrow. */
export function Dragging({ labelOf, children }: { labelOf: (key: string) => string; children: ReactNode }) {
  const edit = useDraft((state) => state.edit)
  const [held, setHeld] = useState<string | null>(null)
  // A press that moves a little is still a press.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }))
  const drop = ({ active, over }: DragEndEvent) => {
    setHeld(null)
    if (over && over.id !== active.id)
      edit((form) => dropOn(form, String(active.id), String(over.id), sideOf(active, over)))
  }
  return (
    <DndContext
      id="ledger"
      sensors={sensors}
      onDragStart={({ active }) => setHeld(String(active.id))}
      onDragCancel={() => setHeld(null)}
      onDragEnd={drop}
    >
      {children}
      <DragOverlay dropAnimation={null}>
        {held !== null && (
          <span className="inline-block max-w-80 truncate rounded-md border border-moss bg-paper px-2.5 py-1">
            {labelOf(held)}
          </span>
        )}
      </DragOverlay>
    </DndContext>
  )
}

type Side = 'before' | 'after'

/** On which side of a row what is held would stand: by where its middle is. */
function sideOf(active: Pick<Active, 'rect'>, over: Pick<Over, 'rect'>): Side {
  const { translated } = active.rect.current
  const middle = translated ? translated.top + translated.height / 2 : 0
  return middle < over.rect.top + over.rect.height / 2 ? 'before' : 'after'
}

/** The form once a row is dropped on another; the same where it has no place there. */
function dropOn(form: Form, key: string, on: string, side: Side): Form {
  const step = stepIn(key)
  if (step !== null) {
    const beside = stepIn(on) ?? stepOf(form, on)?.name
    return beside === undefined ? form : placeStep(form, step, beside, side)
  }
  if (findCarried(form, key)) return placeCarried(form, key, on, side)
  const band = stepIn(on)
  if (band !== null) return placeOnBand(form, key, band, side)
  const questions = stepOf(form, on)?.questions ?? []
  const at = questions.findIndex(({ name }) => name === on)
  const after = side === 'after' ? on : (questions[at - 1]?.name ?? null)
  return findQuestion(form, on) ? placeQuestion(form, key, { step: stepOf(form, on)?.name ?? '', after }) : form
}

/** Below a band is the head of its step; above it the end of the one before. */
function placeOnBand(form: Form, key: string, band: string, side: Side): Form {
  const before = form.steps[form.steps.findIndex(({ name }) => name === band) - 1]
  return side === 'before' && before
    ? placeQuestion(form, key, { step: before.name, after: before.questions.at(-1)?.name ?? null })
    : placeQuestion(form, key, { step: band, after: null })
}

/** What a row is held by. Keys do the same, so it is for the mouse alone. */
export function Handle({ of }: { of: string }) {
  const { setNodeRef, listeners } = useDraggable({ id: of })
  return (
    <span
      ref={setNodeRef}
      {...listeners}
      aria-hidden
      data-handle={of}
      title="Drag to move"
      className="inline-flex cursor-grab touch-none align-middle text-edge hover:text-ink"
    >
      <GripVertical size={13} />
    </span>
  )
}

/** Makes a row take what is dropped on it, and shows on which side that would stand. */
export function useDrop(key: string) {
  const { setNodeRef, isOver, active, over } = useDroppable({ id: key })
  const { activeNodeRect } = useDndContext()
  const shows = isOver && active && over && active.id !== key && activeNodeRect
  const line = !shows ? '' : sideOf(active, over) === 'before' ? DROP_LINE.before : DROP_LINE.after
  return { ref: setNodeRef, line }
}

const DROP_LINE = {
  before: '[&>td]:shadow-[inset_0_2px_0_var(--color-moss)]',
  after: '[&>td]:shadow-[inset_0_-2px_0_var(--color-moss)]',
}
