'use client'

import { useRouter } from 'next/navigation'
import { type FormEvent, useState } from 'react'
import { nameFrom } from '@/core/form/name'
import type { Wrong } from '@/server/deeds/deed'
import type { NotDone } from '@/server/done'
import { Button } from '../ui/button'
import { Dialog } from '../ui/dialog'
import { copyFormAction, newFormAction } from './actions'

/** The field that is wrong; an address that is taken is no fault of the others. */
function fieldAtFault({ more }: NotDone): string {
  const [first] = Array.isArray(more.errors) ? (more.errors as Wrong[]) : []
  return String(first?.path[0] ?? 'slug')
}

/** What a new form can take from another. */
export interface KnownForm {
  slug: string
  name: string
  folder: string
  campaign: string
}

export function NewForm({ known, onClose }: { known: readonly KnownForm[]; onClose: () => void }) {
  const router = useRouter()
  const [name, setName] = useState('')
  const [slug, setSlug] = useState<string | null>(null)
  const [wrong, setWrong] = useState<{ field: string; message: string } | null>(null)
  const [busy, setBusy] = useState(false)
  const address = slug ?? (name ? nameFrom(name, []).replaceAll('_', '-') : '')

  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const entered = new FormData(event.currentTarget)
    const text = (key: string) => String(entered.get(key) ?? '')
    setBusy(true)
    const input = { name: text('name'), slug: text('slug'), folder: text('folder'), campaign: text('campaign') }
    const of = text('copyOf')
    const made = await (of ? copyFormAction({ of, ...input }) : newFormAction(input))
    setBusy(false)
    if (made.ok) router.push(`/forms/${made.value.slug}/compose`)
    else setWrong({ field: fieldAtFault(made), message: made.message })
  }

  const complaint = (field: string) =>
    wrong?.field === field && (
      <p role="alert" className="col-start-2 text-red">
        {wrong.message}
      </p>
    )
  return (
    <Dialog open onOpenChange={(next) => !next && onClose()} title="New form">
      <form onSubmit={(event) => void submit(event)} className="grid grid-cols-[92px_1fr] items-center gap-2">
        <label htmlFor="new-name">Name</label>
        <input
          id="new-name"
          name="name"
          required
          autoFocus
          className="box"
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        {complaint('name')}
        <label htmlFor="new-slug">Address</label>
        <span className="flex items-center gap-1">
          <span className="name text-soft">/f/</span>
          <input
            id="new-slug"
            name="slug"
            required
            className="box name"
            value={address}
            onChange={(e) => setSlug(e.target.value)}
          />
        </span>
        {complaint('slug')}
        <label htmlFor="new-copy">Begin with</label>
        <select id="new-copy" name="copyOf" className="box">
          <option value="">A blank form</option>
          {known.map((form) => (
            <option key={form.slug} value={form.slug}>
              A copy of {form.name}
            </option>
          ))}
        </select>
        <Known label="Folder" name="folder" known={known} />
        <Known label="Campaign" name="campaign" known={known} />
        <span className="col-span-2 mt-2 flex justify-end gap-2">
          <Button look="quiet" onClick={onClose}>
            Cancel
          </Button>
          <Button look="main" type="submit" disabled={busy}>
            Make the form
          </Button>
        </span>
      </form>
    </Dialog>
  )
}

/** A text that other forms have, too: theirs are offered. */
const Known = ({ label, name, known }: { label: string; name: 'folder' | 'campaign'; known: readonly KnownForm[] }) => (
  <>
    <label htmlFor={`new-${name}`}>{label}</label>
    <input id={`new-${name}`} name={name} list={`known-${name}s`} className="box" />
    <datalist id={`known-${name}s`}>
      {[...new Set(known.map((form) => form[name]).filter(Boolean))].map((text) => (
        <option key={text} value={text} />
      ))}
    </datalist>
  </>
)
