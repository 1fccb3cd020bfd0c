'use client'

import { Command } from 'cmdk'
import { Popover } from 'radix-ui'
import { Button } from './button'

/** A value that a text may use, by the path it is merged by. */
export interface Mergeable {
  path: string
  label: string
}

interface Props {
  /** Id of the text it goes into. */
  into: string
  values: readonly Mergeable[]
  open: boolean
  onOpenChange: (open: boolean) => void
  onChoose: (path: string) => void
}

/** The values that a text may use, to choose from: by its button, or by typing two braces in the text. */
export const MergeInsert = ({ into, values, open, onOpenChange, onChoose }: Props) => (
  <Popover.Root open={open} onOpenChange={onOpenChange}>
    <Popover.Trigger asChild>
      <Button
        look="quiet"
        aria-label="Insert an answer"
        data-into={into}
        title="Insert an answer, or type {{"
        className="px-1.5 py-0.5"
      >
        <span className="name">{'{{ }}'}</span>
      </Button>
    </Popover.Trigger>
    <Popover.Portal>
      <Popover.Content
        align="end"
        // The text gets the cursor back where it stood.
        onCloseAutoFocus={(event) => event.preventDefault()}
        className="z-40 w-[min(320px,92vw)] rounded-lg border border-edge bg-paper p-2 text-ink"
      >
        <Command label="Insert an answer">
          <Command.Input placeholder="Which answer?" className="box mb-1.5" />
          <Command.List className="max-h-64 overflow-auto">
            <Command.Empty className="px-2.5 py-1 text-soft">Nothing is called that.</Command.Empty>
            {values.map(({ path, label }) => (
              <Command.Item
                key={path}
                value={`${label} ${path}`}
                className="flex items-baseline gap-2 rounded-sm px-2.5 py-1 data-[selected=true]:bg-moss-bg"
                onSelect={() => onChoose(path)}
              >
                <bdi className="min-w-0 truncate">{label}</bdi>
                <span className="name ml-auto shrink-0 text-soft">{path}</span>
              </Command.Item>
            ))}
          </Command.List>
        </Command>
      </Popover.Content>
    </Popover.Portal>
  </Popover.Root>
)

/**
 * A text with a merge field where the cursor stands, in place of the braces typed there; and where the cursor goes:
 * between the quotes of what is written when the answer is missing.
 */
export function insertMerge(text: string, at: number, path: string): { text: string; cursor: number } {
  const before = text.slice(0, at).replace(/\{\{\s*$/, '')
  const after = text.slice(at).replace(/^\s*\}\}/, '')
  const opened = `{{ ${path} | default: "`
  return { text: `${before}${opened}" }}${after}`, cursor: before.length + opened.length }
}
