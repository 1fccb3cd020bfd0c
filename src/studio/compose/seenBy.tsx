'use client'

import { Command } from 'cmdk'
import { useEffect, useState } from 'react'
import { findPeopleAction } from '../frame/find'
import { Button } from '../ui/button'
import { CHOICE, Chooser } from '../ui/chooser'
import { useSettled } from '../ui/field'

/** Whom a page is shown as: a contact who is known, or somebody made up, by the name of their test values. */
export interface Seer {
  as: 'contact' | 'tried'
  id: string
  name: string
}

interface Props {
  /** Whoever is likely wanted, before anything is typed. */
  people: readonly Seer[]
  /** Those made up that the form has. */
  tries: readonly Seer[]
  /** `null` for a stranger. */
  seer: Seer | null
  /** Whether a contact is known by their browser, and not by a personal link. */
  remembered: boolean
  onChoose: (seer: Seer | null) => void
  /** What is chosen by it. */
  label?: string
}

/** Whom the page is shown as: a stranger, or any contact, found by typing. */
export function SeenBy({ people, tries, seer, remembered, onChoose, label = 'Seen by' }: Props) {
  const [open, setOpen] = useState(false)
  const [text, setText] = useState('')
  const found = usePeople(text, open)
  const choose = (next: Seer | null) => {
    setOpen(false)
    setText('')
    onChoose(next)
  }
  return (
    <Chooser
      label={label}
      placeholder="A name or an address"
      open={open}
      onOpenChange={setOpen}
      typed={{ text, onChange: setText }}
      narrows={false}
      trigger={
        <Button aria-label={label} className="min-w-0 flex-1 justify-between">
          <bdi className="truncate">{seer ? nameOf(seer, remembered) : 'a stranger'}</bdi> <span aria-hidden>▾</span>
        </Button>
      }
    >
      {text.trim() === '' && (
        <Command.Item value="stranger" className={CHOICE} onSelect={() => choose(null)}>
          a stranger
        </Command.Item>
      )}
      {text.trim() === '' &&
        tries.map((one) => (
          <Command.Item key={one.id} value={`tried ${one.id}`} className={CHOICE} onSelect={() => choose(one)}>
            <bdi className="min-w-0 truncate">{one.name}</bdi>
            <span className="text-soft">test values</span>
          </Command.Item>
        ))}
      {(found ?? people.map((one) => ({ ...one, email: '' }))).map(({ id, name, email }) => (
        <Command.Item key={id} value={id} className={CHOICE} onSelect={() => choose({ as: 'contact', id, name })}>
          <bdi className="min-w-0 truncate">{name}</bdi>
          {email && email !== name && <bdi className="min-w-0 truncate text-soft">{email}</bdi>}
        </Command.Item>
      ))}
      {found?.length === 0 && <p className="px-2.5 py-1 text-soft">Nobody is called that.</p>}
    </Chooser>
  )
}

const nameOf = ({ as, name }: Seer, remembered: boolean): string =>
  as === 'contact' ? `${name}, ${remembered ? 'in their browser' : 'by personal link'}` : name

/** Contacts that fit what is typed, once it rests; `null` while nothing is. */
function usePeople(text: string, open: boolean) {
  const settled = useSettled(text.trim(), 200)
  const [found, setFound] = useState<Awaited<ReturnType<typeof findPeopleAction>> | null>(null)
  useEffect(() => {
    if (!open || settled === '') return setFound(null)
    let stale = false
    findPeopleAction(settled)
      .then((all) => !stale && setFound(all))
      .catch(() => undefined)
    return () => {
      stale = true
    }
  }, [settled, open])
  return found
}
