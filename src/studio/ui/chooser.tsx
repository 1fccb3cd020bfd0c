'use client'

import { Command } from 'cmdk'
import { Popover } from 'radix-ui'
import type { ReactNode } from 'react'

interface Props {
  label: string
  /** The button that opens it. */
  trigger: ReactNode
  open: boolean
  onOpenChange: (open: boolean) => void
  placeholder: string
  /** What is typed, where somebody wants to know. */
  typed?: { text: string; onChange: (text: string) => void }
  /** Whether it narrows what is in it by what is typed. */
  narrows?: boolean
  align?: 'start' | 'end'
  /** Whether the focus goes elsewhere than to the button once it closes. */
  focusesElsewhere?: boolean
  children: ReactNode
}

/** What an item of a chooser looks like. */
export const CHOICE = 'flex items-baseline gap-2 rounded-sm px-2.5 py-1 data-[selected=true]:bg-moss-bg'

/** A button that opens a list to choose from, narrowed by typing. */
export const Chooser = ({
  label,
  trigger,
  open,
  onOpenChange,
  placeholder,
  typed,
  narrows = true,
  align = 'start',
  focusesElsewhere = false,
  children,
}: Props) => (
  <Popover.Root open={open} onOpenChange={onOpenChange}>
    <Popover.Trigger asChild>{trigger}</Popover.Trigger>
    <Popover.Portal>
      <Popover.Content
        align={align}
        onCloseAutoFocus={(event) => {
          if (focusesElsewhere) event.preventDefault()
        }}
        className="z-40 w-[min(380px,92vw)] rounded-lg border border-edge bg-paper p-2 text-ink"
      >
        <Command label={label} shouldFilter={narrows}>
          <Command.Input
            placeholder={placeholder}
            className="box mb-1.5"
            {...(typed && { value: typed.text, onValueChange: typed.onChange })}
          />
          <Command.List className="max-h-72 overflow-auto">{children}</Command.List>
        </Command>
      </Popover.Content>
    </Popover.Portal>
  </Popover.Root>
)
