'use client'

import { type KeyboardEvent, type PointerEvent, useRef } from 'react'

interface Props {
  /** What the column is called. */
  label: string
  /** In pixels; nothing for as wide as it needs. */
  width: number | undefined
  onSize: (width: number | null) => void
}

/** How narrow and how wide a column can be, and how far one press of a key moves its edge, in pixels. */
const LEAST = 40
const MOST = 1200
const STEP = 20

/** The edge of a head, by which its column is drawn wider: by pointing, or by the arrow keys; twice, as wide as it needs. */
export function Edge({ label, width, onSize }: Props) {
  const drag = useRef<{ x: number; width: number; head: HTMLElement } | null>(null)
  const bounded = (to: number) => Math.round(Math.min(Math.max(to, LEAST), MOST))
  const headOf = (target: EventTarget) => (target instanceof Element ? target.closest('th') : null)
  const begin = (event: PointerEvent<HTMLSpanElement>) => {
    const head = headOf(event.target)
    if (!head) return
    event.currentTarget.setPointerCapture(event.pointerId)
    drag.current = { x: event.clientX, width: head.offsetWidth, head }
  }
  const widthAt = (x: number) => drag.current && bounded(drag.current.width + x - drag.current.x)
  const move = ({ clientX }: PointerEvent) => {
    const to = widthAt(clientX)
    // It is drawn as it is moved, and kept once it is let go.
    if (drag.current && to !== null) drag.current.head.style.minWidth = `${to}px`
  }
  const end = ({ clientX }: PointerEvent) => {
    const to = widthAt(clientX)
    const isMoved = drag.current !== null && to !== drag.current.width
    drag.current = null
    if (isMoved && to !== null) onSize(to)
  }
  const press = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -STEP, ArrowRight: STEP }[event.key]
    const head = headOf(event.target)
    if (by === undefined || !head) return
    event.preventDefault()
    onSize(bounded((width ?? head.offsetWidth) + by))
  }
  return (
    <span
      role="separator"
      aria-orientation="vertical"
      aria-label={`Width of ${label}`}
      aria-valuemin={LEAST}
      aria-valuemax={MOST}
      aria-valuenow={width ?? LEAST}
      aria-valuetext={width === undefined ? 'as wide as it needs' : `${width} pixels`}
      tabIndex={0}
      className="absolute inset-y-0 right-0 w-2 cursor-col-resize touch-none border-r border-transparent hover:border-edge"
      onPointerDown={begin}
      onPointerMove={move}
      onPointerUp={end}
      onPointerCancel={() => (drag.current = null)}
      onDoubleClick={() => onSize(null)}
      onKeyDown={press}
    />
  )
}
