'use client'

import { Command } from 'cmdk'
import { useEffect, useState } from 'react'
import { Button } from '../ui/button'
import { CHOICE, Chooser } from '../ui/chooser'
import { useSettled } from '../ui/field'
import { useGo, useMay, useWithin } from '../ui/here'
import { Outside } from '../ui/outside'

interface Props {
  id: string
  /** The list that the other is looked for in. */
  list: 'people' | 'companies'
  called: string
}

interface Found {
  id: string
  name: string
  email?: string
  domain?: string | null
}

/** As many as can be told apart at a glance. */
const MOST = 8

/** Finds another to merge this one with, by what one types. */
export function MergeWith({ id, list, called }: Props) {
  const go = useGo()
  const [open, setOpen] = useState(false)
  const [text, setText] = useState('')
  const found = useFound(list, useSettled(text, 200), open)
  const others = found?.filter((one) => one.id !== id).slice(0, MOST)
  if (!useMay('answer')) return null
  return (
    <Chooser
      label={`Another ${called} to merge with`}
      trigger={
        <Button look="quiet" className="py-0!">
          Merge with…
        </Button>
      }
      open={open}
      onOpenChange={setOpen}
      placeholder={list === 'people' ? 'Name or address' : 'Name'}
      typed={{ text, onChange: setText }}
      narrows={false}
    >
      {others?.map((one) => (
        <Command.Item
          key={one.id}
          value={one.id}
          className={CHOICE}
          onSelect={() => go.to(`/people/merge?of=${id},${one.id}`)}
        >
          <b className="font-semibold">
            <Outside>{one.name}</Outside>
          </b>
          <span className="text-soft">
            <Outside>{one.email ?? one.domain}</Outside>
          </span>
        </Command.Item>
      ))}
      <p role="status" className="px-2.5 py-1 text-soft">
        {text.trim() === ''
          ? 'Type to find another.'
          : found === null
            ? 'Looking…'
            : others?.length === 0
              ? 'Nobody fits.'
              : null}
      </p>
    </Chooser>
  )
}

/** Who fits what was typed; `null` while that is read. */
function useFound(list: Props['list'], search: string, wanted: boolean): Found[] | null {
  const inHere = useWithin()
  const [found, setFound] = useState<Found[] | null>([])
  useEffect(() => {
    if (!wanted || search.trim() === '') return setFound([])
    const stop = new AbortController()
    setFound(null)
    fetch(inHere(`/lists/${list}?${new URLSearchParams({ search })}`), { signal: stop.signal })
      .then(async (response) => setFound(response.ok ? ((await response.json()) as { rows: Found[] }).rows : []))
      .catch(() => stop.signal.aborted || setFound([]))
    return () => stop.abort()
  }, [list, search, wanted, inHere])
  return found
}
