'use client'

import { type ReactNode, useState } from 'react'
import { Button } from './button'

interface Props {
  children: ReactNode
  /** What the pane is about: what the button says that unfolds it where there is no room beside. */
  about: string
  pane: ReactNode
}

/** A place with a pane beside it; below 900 px the pane folds away above it. */
export function WithPane({ children, about, pane }: Props) {
  const [open, setOpen] = useState(false)
  return (
    <main className="grid min-h-[calc(100vh-142px)] content-start border-t border-rule min-[900px]:grid-cols-[minmax(0,1fr)_330px] min-[900px]:content-stretch">
      <div className="min-w-0 overflow-x-auto px-4 py-3 max-[899px]:order-2 min-[900px]:border-r min-[900px]:border-rule">
        {children}
      </div>
      <div className="bg-panel px-3.5 py-3 max-[899px]:order-1">
        <Button className="min-[900px]:hidden" aria-expanded={open} onClick={() => setOpen(!open)}>
          {about}
        </Button>
        <aside aria-label={about} className={open ? 'max-[899px]:mt-2' : 'max-[899px]:hidden'}>
          {pane}
        </aside>
      </div>
    </main>
  )
}
