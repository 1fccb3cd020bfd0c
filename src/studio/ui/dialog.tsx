'use client'

import { Dialog as Radix } from 'radix-ui'
import type { ReactNode } from 'react'

interface Props {
  open: boolean
  onOpenChange: (open: boolean) => void
  title: string
  children: ReactNode
}

export const Dialog = ({ open, onOpenChange, title, children }: Props) => (
  <Radix.Root open={open} onOpenChange={onOpenChange}>
    <Radix.Portal>
      <Radix.Overlay className="fixed inset-0 z-40 bg-ink/40" />
      <Radix.Content
        aria-describedby={undefined}
        className="fixed top-24 left-1/2 z-50 w-[min(460px,92vw)] -translate-x-1/2 rounded-lg border border-edge bg-paper p-4"
      >
        <Radix.Title className="mb-3 text-[15px] font-semibold">{title}</Radix.Title>
        {children}
      </Radix.Content>
    </Radix.Portal>
  </Radix.Root>
)
