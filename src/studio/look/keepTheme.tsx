'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { OwnTheme } from '@/core/look/look'
import type { ThemeUse } from '@/db/queries/themes'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { Dialog } from '../ui/dialog'
import { TextField } from '../ui/field'
import { toast } from '../ui/toast'
import { addThemeAction, changeThemeAction, dropThemeAction } from './actions'
import type { LookInHand } from './useLook'
import { quoted } from '../ui/outside'

interface Props {
  hand: LookInHand
  uses: readonly ThemeUse[]
  /** The form in hand. */
  slug: string
}

/** What the form has otherwise than its theme: kept as a theme of one’s own, put into the theme itself, or taken back. */
export function KeepTheme({ hand, uses, slug }: Props) {
  const { look, own, set } = hand
  const count = Object.keys(look.changes).length
  const here = uses.filter(({ theme }) => theme === look.theme)
  const router = useRouter()
  const saveNow = useDraft((state) => state.saveNow)
  const bringBack = async ({ title, theme }: OwnTheme) => {
    const again = await addThemeAction({ title, theme })
    if (!again.ok) return toast(again.message)
    set({ theme: again.value.name, changes: look.changes }, 'theme')
    router.refresh()
  }
  const drop = async (theme: OwnTheme) => {
    set({ theme: 'plain', changes: {} }, 'theme')
    // A theme that the draft still names cannot be removed.
    await saveNow()
    const dropped = await dropThemeAction({ name: theme.name })
    if (!dropped.ok) return toast(dropped.message)
    toast(`${quoted(theme.title)} is removed`, { action: { label: 'Undo', onClick: () => void bringBack(theme) } })
    router.refresh()
  }
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="text-soft">
        {count === 0
          ? 'The form looks as its theme says.'
          : `${count} ${count === 1 ? 'part is' : 'parts are'} otherwise than in the theme.`}
      </span>
      {count > 0 && <Button onClick={() => set({ changes: {} }, 'restored')}>Back to the theme</Button>}
      <KeepAsOwn hand={hand} />
      {own && count > 0 && <ChangeAtSource hand={hand} own={own} uses={here} />}
      {own && here.every((use) => use.slug === slug && !use.live) && (
        <Button look="quiet" onClick={() => void drop(own)}>
          Remove “{own.title}”
        </Button>
      )}
    </div>
  )
}

function KeepAsOwn({ hand: { theme, set } }: { hand: LookInHand }) {
  const router = useRouter()
  const [open, setOpen] = useState(false)
  const [title, setTitle] = useState('')
  const keep = async () => {
    const kept = await addThemeAction({ title, theme })
    if (!kept.ok) return toast(kept.message)
    setOpen(false)
    set({ theme: kept.value.name, changes: {} }, 'theme')
    toast(`${quoted(kept.value.title)} is a theme of your own now`)
    router.refresh()
  }
  return (
    <>
      <Button onClick={() => setOpen(true)}>Keep as a theme…</Button>
      <Dialog open={open} onOpenChange={setOpen} title="Keep this look as a theme">
        <form
          className="grid grid-cols-[80px_minmax(0,1fr)] items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault()
            void keep()
          }}
        >
          <TextField label="Name" value={title} filled onCommit={setTitle} />
          <span />
          <Button look="main" type="submit" disabled={title.trim() === ''}>
            Keep it
          </Button>
        </form>
      </Dialog>
    </>
  )
}

function ChangeAtSource({ hand, own, uses }: { hand: LookInHand; own: OwnTheme; uses: readonly ThemeUse[] }) {
  const router = useRouter()
  const [open, setOpen] = useState(false)
  const write = async (theme: OwnTheme['theme'], changes: LookInHand['look']['changes']) => {
    const written = await changeThemeAction({ name: own.name, title: own.title, theme })
    if (!written.ok) return toast(written.message)
    hand.set({ changes }, 'source')
    router.refresh()
    return true
  }
  const change = async () => {
    const { look, source, theme } = hand
    if (!(await write(theme, {}))) return
    setOpen(false)
    toast(`${quoted(own.title)} looks so everywhere now`, {
      action: { label: 'Undo', onClick: () => void write(source, look.changes) },
    })
  }
  return (
    <>
      <Button onClick={() => setOpen(true)}>Change “{own.title}” itself…</Button>
      <Dialog open={open} onOpenChange={setOpen} title={`Change ${quoted(own.title)} for every form that uses it`}>
        <p className="mb-1">It is used by:</p>
        <ul className="mb-3 list-disc pl-5">
          {uses.map(({ slug, form, live }) => (
            <li key={slug}>
              {form} <span className="text-soft">{live ? 'live: visitors see it at once' : 'draft'}</span>
            </li>
          ))}
        </ul>
        <Button look="main" onClick={() => void change()}>
          Change it
        </Button>
      </Dialog>
    </>
  )
}
