'use client'

import { type FormEvent, type KeyboardEvent, useState } from 'react'
import type { Answer } from '@/core/answers/answer'
import type { NotDone } from '@/server/done'
import { type RecordField, showStored } from '@/core/fields/field'
import { quoted, Outside } from '../ui/outside'
import { Button } from '../ui/button'
import { useGo, useMay } from '../ui/here'
import { changeRecordAction } from './actions'
import { controlOf } from './controlOf'
import { useChange } from './useChange'

interface Props {
  record: string
  field: RecordField
  value: Answer
}

/** A stored value that opens in its own place to be changed: Enter keeps it, Escape leaves it as it was. */
export function EditValue({ record, field, value }: Props) {
  const [open, setOpen] = useState(false)
  const { busy, change } = useChange()
  const may = useMay('answer')
  const go = useGo()
  const words = showStored(field, value)
  const keep = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const to = controlOf(field).read(new FormData(event.currentTarget))
    const act = () => changeRecordAction({ id: record, values: { [field.name]: to } })
    // Whoever has that address or name already may be the same.
    const offer = ({ more: { other } }: NotDone) =>
      typeof other === 'string'
        ? { label: 'Compare…', onClick: () => go.to(`/people/merge?of=${record},${other}`) }
        : null
    if (await change(`${quoted(field.label)} is changed`, act, offer)) setOpen(false)
  }
  const shown = words ? <Outside>{words}</Outside> : <span className="text-soft">—</span>
  if (!may) return <span className="whitespace-pre-line">{shown}</span>
  if (!open)
    return (
      <button
        type="button"
        className="block w-full rounded-sm text-left whitespace-pre-line hover:bg-lit"
        onClick={() => setOpen(true)}
      >
        {shown}
        <span className="sr-only">, change {field.label}</span>
      </button>
    )
  const { Control } = controlOf(field)
  return (
    <form
      className="flex flex-wrap items-start gap-1.5"
      onSubmit={(event) => void keep(event)}
      onKeyDown={(event: KeyboardEvent) => event.key === 'Escape' && setOpen(false)}
    >
      <Control field={field} value={value} />
      <Button type="submit" disabled={busy}>
        Keep
      </Button>
      <Button look="quiet" onClick={() => setOpen(false)}>
        Leave it
      </Button>
    </form>
  )
}
