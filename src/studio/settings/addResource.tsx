'use client'

import { type FormEvent, useState } from 'react'
import type { Resources } from '@/core/examine/examine'
import { Button } from '../ui/button'
import { addResourceAction } from './actions'
import { useMay } from '../ui/here'

interface Props {
  what: 'field' | 'list' | 'desk'
  onAdded: (name: string, resources: Resources) => void
}

const WORDS = { field: 'contact field', list: 'list', desk: 'desk' }

/** A line that adds a contact field, a list or a desk where one is needed. */
export function AddResource({ what, onAdded }: Props) {
  const [wrong, setWrong] = useState<string | null>(null)
  const may = useMay('edit')
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const field = event.currentTarget
    const added = await addResourceAction(what, String(new FormData(field).get('title') ?? ''))
    if (added.ok) {
      field.reset()
      setWrong(null)
      onAdded(added.value.name, added.now)
    } else setWrong(added.message)
  }
  if (!may) return null
  return (
    <form onSubmit={(event) => void submit(event)} className="mt-1.5 flex items-center gap-1.5">
      <input
        name="title"
        required
        maxLength={80}
        aria-label={`New ${WORDS[what]}`}
        placeholder={`New ${WORDS[what]}…`}
        className="box max-w-52"
      />
      <Button type="submit">Add {WORDS[what]}</Button>
      {wrong && (
        <span role="alert" className="text-red">
          {wrong}
        </span>
      )}
    </form>
  )
}
