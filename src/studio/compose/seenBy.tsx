'use client'

import { Command } from 'cmdk'
import { useEffect, useState } from 'react'
import { findPeopleAction } from '../frame/find'
import { Button } from '../ui/button'
import { CHOICE, Chooser } from '../ui/chooser'
import { useSettled } from '../ui/field'

export interface Seer {
  id: string
  name: string
}

interface Props {
  /** Whoever is likely wanted, before anything is typed. */
  people: readonly Seer[]
  /** `null` for a stranger. */
  seer: Seer | null
  onChoose: (seer: Seer | null) => void
}

/** Whom the page is shown as: a stranger, or any contact, found by typing. */
export function SeenBy({ people, seer, onChoose }: Props) {
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
      label="Seen by"
      placeholder="A name or an address"
      open={open}
      onOpenChange={setOpen}
      typed={{ text, onChange: setText }}
      narrows={false}
      trigger={
        <Button aria-label="Seen by" className="min-w-0 flex-1 justify-between">
          <bdi className="truncate">{seer ? `${seer.name}, by personal link` : 'a stranger'}</bdi>{' '}
          <span aria-hidden>▾</span>
        </Button>
      }
    >
      {text.trim() === '' && (
        <Command.Item value="stranger" className={CHOICE} onSelect={() => choose(null)}>
          a stranger
        </Command.Item>
      )}
      {(found ?? people.map((one) => ({ ...one, email: '' }))).map(({ id, name, email }) => (
        <Command.Item key={id} value={id} className={CHOICE} onSelect={() => choose({ id, name })}>
          <bdi className="min-w-0 truncate">{name}</bdi>
          {email && email !== name && <bdi className="min-w-0 truncate text-soft">{email}</bdi>}
        </Command.Item>
      ))}
      {found?.length === 0 && <p className="px-2.5 py-1 text-soft">Nobody is called that.</p>}
    </Chooser>
  )
}

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
