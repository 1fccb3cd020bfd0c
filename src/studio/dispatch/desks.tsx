'use client'

import { type FormEvent, useState } from 'react'
import type { Resources } from '@/core/examine/examine'
import type { Desk } from '@/core/dispatch/desk'
import type { Owner } from '@/core/records/record'
import { tellHours } from '@/core/dispatch/hours'
import { Ticks } from '../kinds/answerField'
import { setDeskAction } from '../settings/actions'
import { AddResource } from '../settings/addResource'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { DeskHours } from './deskHours'

/** Every desk with who belongs to it, each to be opened and changed, and a line to add one. */
interface Props {
  desks: readonly Desk[]
  members: readonly Owner[]
  onSaved: (resources: Resources) => void
}

export function Desks({ desks, members, onSaved }: Props) {
  return (
    <>
      {desks.length === 0 && <p className="text-soft">A desk is a group of people who are told.</p>}
      {desks.map((desk) => (
        <OneDesk key={desk.name} {...{ desk, members, onSaved }} />
      ))}
      <AddResource what="desk" onAdded={(_, next) => onSaved(next)} />
    </>
  )
}

/** A desk in a line, which opens to be changed. */
interface OneProps extends Omit<Props, 'desks'> {
  desk: Desk
}

function OneDesk({ desk, members, onSaved }: OneProps) {
  const [open, setOpen] = useState(false)
  return (
    <details className="border-b border-rule py-1" onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>
        <Chip tone="plum">{desk.title}</Chip>{' '}
        <span className={`wrap-anywhere ${desk.addresses.length === 0 ? 'text-red' : 'text-soft'}`}>
          {desk.addresses.join(', ') || 'no address yet'}
        </span>
        {desk.owners && desk.owners.length > 0 && (
          <span className="block pl-4 text-soft">owned by {desk.owners.map(({ name }) => name).join(', ')}</span>
        )}
        {desk.hours && <span className="block pl-4 text-soft">{tellHours(desk.hours)}</span>}
      </summary>
      {/* A browser knows other zones than the server: what offers them is made in the browser alone. */}
      {open && <DeskEditor {...{ desk, members, onSaved }} />}
    </details>
  )
}

/** A desk's name and addresses. They hold for every form, at once. */
function DeskEditor({ desk, members, onSaved }: OneProps) {
  const [owners, setOwners] = useState((desk.owners ?? []).map(({ id }) => id))
  const [hours, setHours] = useState(desk.hours ?? null)
  const [note, setNote] = useState<{ wrong: boolean; text: string } | null>(null)
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const entered = new FormData(event.currentTarget)
    const result = await setDeskAction({
      name: desk.name,
      title: String(entered.get('title')),
      addresses: String(entered.get('addresses')),
      hours,
      owners,
    })
    if (result.ok) onSaved(result.now)
    setNote(result.ok ? { wrong: false, text: 'Saved for every form.' } : { wrong: true, text: result.message })
  }
  return (
    <form onSubmit={(event) => void submit(event)} className="my-1.5 space-y-1.5 pl-3">
      <input name="title" aria-label={`Name of ${desk.title}`} defaultValue={desk.title} required className="box" />
      <textarea
        name="addresses"
        aria-label={`Addresses of ${desk.title}, one a line`}
        placeholder="Addresses, one a line"
        rows={2}
        defaultValue={desk.addresses.join('\n')}
        className="box"
      />
      <fieldset>
        <legend className="text-soft">Who owns what comes here, in turn, where a form says so under Records</legend>
        <Ticks
          label={`Owners at ${desk.title}`}
          choices={members.map(({ id, name }) => ({ key: id, answer: id, words: name }))}
          chosen={owners}
          onChange={(next) => setOwners(next.map(String))}
        />
      </fieldset>
      <DeskHours hours={hours} onChange={setHours} />
      <div className="flex items-center gap-2">
        <Button type="submit">Save desk</Button>
        {note && (
          <span role={note.wrong ? 'alert' : 'status'} className={note.wrong ? 'text-red' : 'text-moss'}>
            {note.text}
          </span>
        )}
      </div>
    </form>
  )
}
