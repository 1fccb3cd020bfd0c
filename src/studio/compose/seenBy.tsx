'use client'

import { Command } from 'cmdk'
import { Popover } from 'radix-ui'
import { useEffect, useState } from 'react'
import { findPeopleAction } from '../frame/find'
import { Button } from '../ui/button'
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

const item = 'flex gap-2 rounded-sm px-2.5 py-1 data-[selected=true]:bg-moss-bg'

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
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button aria-label="Seen by" className="min-w-0 flex-1 justify-between">
          <bdi className="truncate">{seer ? `${seer.name}, by personal link` : 'a stranger'}</bdi>{' '}
          <span aria-hidden>▾</span>
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          className="z-40 w-[min(340px,92vw)] rounded-lg border border-edge bg-paper p-2 text-ink"
        >
          <Command label="Seen by" shouldFilter={false}>
            <Command.Input
              placeholder="A name or an address"
              className="box mb-1.5"
              value={text}
              onValueChange={setText}
            />
            <Command.List className="max-h-64 overflow-auto">
              {text.trim() === '' && (
                <Command.Item value="stranger" className={item} onSelect={() => choose(null)}>
                  a stranger
                </Command.Item>
              )}
              {(found ?? people.map((one) => ({ ...one, email: '' }))).map(({ id, name, email }) => (
                <Command.Item key={id} value={id} className={item} onSelect={() => choose({ id, name })}>
                  <bdi className="min-w-0 truncate">{name}</bdi>
                  {email && email !== name && <bdi className="min-w-0 truncate text-soft">{email}</bdi>}
                </Command.Item>
              ))}
              {found?.length === 0 && <p className="px-2.5 py-1 text-soft">Nobody is called that.</p>}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
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
