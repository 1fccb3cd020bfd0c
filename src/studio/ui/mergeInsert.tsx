'use client'

import { Command } from 'cmdk'
import { Button } from './button'
import { CHOICE, Chooser } from './chooser'

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
  <Chooser
    label="Insert an answer"
    placeholder="Which answer?"
    open={open}
    onOpenChange={onOpenChange}
    align="end"
    // The text gets the cursor back where it stood.
    focusesElsewhere
    trigger={
      <Button
        look="quiet"
        aria-label="Insert an answer"
        data-into={into}
        title="Insert an answer, or type {{"
        className="px-1.5 py-0.5"
      >
        <span className="name">{'{{ }}'}</span>
      </Button>
    }
  >
    <Command.Empty className="px-2.5 py-1 text-soft">Nothing is called that.</Command.Empty>
    {values.map(({ path, label }) => (
      <Command.Item key={path} value={`${label} ${path}`} className={CHOICE} onSelect={() => onChoose(path)}>
        <bdi className="min-w-0 truncate">{label}</bdi>
        <span className="name ml-auto shrink-0 text-soft">{path}</span>
      </Command.Item>
    ))}
  </Chooser>
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
