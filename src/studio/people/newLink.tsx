'use client'

import { type FormEvent, useState } from 'react'
import { Button } from '../ui/button'
import { newLinkAction } from './actions'

/** Makes a personal link and shows it, this once. */
export function NewLink({ contact, forms }: { contact: string; forms: { slug: string; name: string }[] }) {
  const [link, setLink] = useState<string | null>(null)
  const [wrong, setWrong] = useState(false)
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const given = new FormData(event.currentTarget)
    const asked = { id: contact, form: String(given.get('form')), days: Number(given.get('days')) }
    const made = await newLinkAction(asked).catch(() => null)
    setLink(made?.ok ? made.value.url : null)
    setWrong(!made?.ok)
  }
  return (
    <form onSubmit={(event) => void submit(event)}>
      <div className="flex gap-2">
        <select name="form" aria-label="Form" className="box max-w-56">
          {forms.map(({ slug, name }) => (
            <option key={slug} value={slug}>
              {name}
            </option>
          ))}
        </select>
        <select name="days" aria-label="Works for" className="box w-auto!" defaultValue="180">
          {[7, 30, 90, 180, 365].map((days) => (
            <option key={days} value={days}>
              for {days} days
            </option>
          ))}
        </select>
        <Button type="submit" disabled={forms.length === 0}>
          Make a personal link
        </Button>
      </div>
      {wrong && (
        <p role="alert" className="mt-1 text-red">
          The link could not be made. Try again.
        </p>
      )}
      {link && (
        <p className="mt-2 rounded-md bg-teal-bg px-2.5 py-1.5">
          <span className="name break-all">{link}</span>
          <span className="block text-soft">
            Shown this once. Whoever holds it sees what this form fills in for the person.
          </span>
        </p>
      )}
    </form>
  )
}
