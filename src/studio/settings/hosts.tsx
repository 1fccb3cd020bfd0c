'use client'

import { useState } from 'react'
import { readHost } from '@/core/formats/host'
import type { Shown } from '@/server/deeds/hosts'
import { AddOne } from '../ui/addOne'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Copy } from '../ui/copy'
import { Only, useMay } from '../ui/here'
import { toast } from '../ui/toast'
import { addHostAction, chooseHostAction, dropHostAction, proveHostAction } from './host_actions'

type Change = Awaited<ReturnType<typeof addHostAction>>
const AWAY = 'Lichen cannot be reached. Try again in a moment.'

/** Host names of the workspace’s own, at which its forms are opened, and which of them links are made with. */
export function Hosts({ hosts: start, ours }: { hosts: Shown; ours: string }) {
  const may = useMay('own')
  const [shown, setShown] = useState(start)
  const { hosts, chosen } = shown
  const [wrong, setWrong] = useState<{ at: string; says: string } | null>(null)
  const [busy, setBusy] = useState(false)
  /** Says what is wrong beside what it is about: a name, or the box for another. */
  const change = async (at: string, doing: Promise<Change>, said: string) => {
    setBusy(true)
    const result = await doing.catch(() => ({ ok: false as const, message: AWAY }))
    setBusy(false)
    setWrong(result.ok ? null : { at, says: result.message })
    if (!result.ok) return false
    setShown(result.value)
    toast(said)
    return true
  }
  const add = (text: string) => {
    const name = readHost(text)
    if (name !== null) return change('', addHostAction({ name }), `${name} is added`)
    setWrong({ at: '', says: 'Give a host name, such as forms.studio.example, and no more.' })
    return false
  }
  const choose = async (name: string | null) => {
    setShown({ ...shown, chosen: name })
    if (!(await change(name ?? '', chooseHostAction({ name }), `Links are made with ${name ?? ours}`))) setShown(shown)
  }
  return (
    <section id="hosts">
      <h2 className="mb-1.5">
        Host names of your own{' '}
        <span className="font-normal text-soft">— forms are opened at each; links are made with one</span>
      </h2>
      <LinksWith name={ours} isChosen={chosen === null} isOpen={may && !busy} onChoose={() => void choose(null)} />
      {hosts.map(({ name, provenAt, record }) => (
        <div key={name} className="border-b border-rule py-1">
          <div className="flex flex-wrap items-center gap-2">
            {provenAt === null ? (
              <>
                <span className="name break-all">{name}</span>
                <Chip tone="amber">not shown to be yours yet</Chip>
              </>
            ) : (
              <LinksWith
                {...{ name }}
                isChosen={chosen === name}
                isOpen={may && !busy}
                onChoose={() => void choose(name)}
              />
            )}
            <Only may="own">
              <Dropping
                {...{ name, busy }}
                isUsed={provenAt !== null}
                onDrop={() =>
                  void change(name, dropHostAction({ name }), `${name} is dropped: forms are opened there no more`)
                }
              />
            </Only>
          </div>
          {provenAt === null && (
            <Only may="own">
              <p className="mt-1 text-soft">
                Have whoever keeps the name put this record (TXT) into its zone, and lead the name to this installation.
              </p>
              <p className="mt-1 break-all">
                <span className="text-soft">Name</span> <span className="name">{record.name}</span>{' '}
                <Copy what={`name of the record of ${name}`} text={record.name} />
              </p>
              <p className="mt-1 break-all">
                <span className="text-soft">Text</span> <span className="name">{record.text}</span>{' '}
                <Copy what={`text of the record of ${name}`} text={record.text} />
              </p>
              <Button
                className="mt-1"
                disabled={busy}
                onClick={() => void change(name, proveHostAction({ name }), `${name} is yours`)}
              >
                Look for the record
              </Button>
            </Only>
          )}
          {wrong?.at === name && (
            <p role="alert" className="mt-1 break-words text-red">
              {wrong.says}
            </p>
          )}
        </div>
      ))}
      <Only may="own">
        <AddOne
          label="A host name of your own"
          placeholder="forms.studio.example"
          button="Add it"
          wrong={wrong?.at === '' ? wrong.says : null}
          busy={busy}
          onAdd={add}
        />
      </Only>
    </section>
  )
}

interface DroppingProps {
  name: string
  /** Whether links to it may be about, which it asks once more for. */
  isUsed: boolean
  busy: boolean
  onDrop: () => void
}

function Dropping({ name, isUsed, busy, onDrop }: DroppingProps) {
  const [asking, setAsking] = useState(false)
  if (!asking)
    return (
      <Button
        look="quiet"
        className="ml-auto"
        aria-label={`Drop ${name}`}
        disabled={busy}
        onClick={() => (isUsed ? setAsking(true) : onDrop())}
      >
        ×
      </Button>
    )
  return (
    <span className="ml-auto flex flex-wrap items-center gap-1.5" role="group" aria-label={`Drop ${name}?`}>
      <span className="text-soft">Links to it lead nowhere then.</span>
      <Button autoFocus disabled={busy} onClick={onDrop}>
        Drop it
      </Button>
      <Button onClick={() => setAsking(false)}>Keep it</Button>
    </span>
  )
}

interface LinksWithProps {
  name: string
  isChosen: boolean
  isOpen: boolean
  onChoose: () => void
}

/** A name that links can be made with. */
const LinksWith = ({ name, isChosen, isOpen, onChoose }: LinksWithProps) => (
  <label className="flex min-w-0 items-center gap-2 py-1">
    <input
      type="radio"
      name="links-host"
      checked={isChosen}
      disabled={!isOpen}
      onChange={onChoose}
      aria-label={`Make links with ${name}`}
    />
    <span className="name break-all">{name}</span>
    {isChosen && <span className="shrink-0 text-soft">links are made with it</span>}
  </label>
)
