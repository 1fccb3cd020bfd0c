'use client'

import { Toast } from 'radix-ui'
import { createStore, useStore } from 'zustand'
import { WithIsolated } from './outside'

interface Said {
  id: number
  text: string
  action: { label: string; onClick: () => void } | null
}

const said = createStore<{ all: Said[] }>(() => ({ all: [] }))
let last = 0

/** Says something in passing, at the foot of the screen, with a way to take it back where there is one. */
export function toast(text: string, { action = null }: { action?: Said['action'] } = {}): void {
  last++
  const one = { id: last, text, action }
  // What says the same is said anew, not beside it.
  said.setState(({ all }) => ({ all: [...all.filter((other) => other.action || other.text !== text).slice(-2), one] }))
}

const forget = (id: number): void => said.setState(({ all }) => ({ all: all.filter((one) => one.id !== id) }))

/** Where what is said appears; one for the studio. */
export function Toaster() {
  const all = useStore(said, (state) => state.all)
  if (all.length === 0) return null
  return (
    <Toast.Provider duration={6000} swipeDirection="down">
      {all.map(({ id, text, action }) => (
        <Toast.Root
          key={id}
          onOpenChange={(open) => !open && forget(id)}
          className="flex items-center gap-3 rounded-md bg-ink px-3.5 py-2 text-white"
        >
          <Toast.Description className="line-clamp-4 min-w-0 wrap-anywhere">
            <WithIsolated text={text} />
          </Toast.Description>
          {action && (
            <Toast.Action altText={action.label} onClick={action.onClick} className="ml-auto underline">
              {action.label}
            </Toast.Action>
          )}
        </Toast.Root>
      ))}
      <Toast.Viewport className="fixed bottom-4 left-1/2 z-50 flex w-[min(360px,92vw)] -translate-x-1/2 flex-col gap-2" />
    </Toast.Provider>
  )
}
