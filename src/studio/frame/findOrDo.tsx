'use client'

import { Command } from 'cmdk'
import { useRouter } from 'next/navigation'
import { useEffect } from 'react'

export interface Findable {
  slug: string
  name: string
}

interface Props {
  open: boolean
  onOpenChange: (open: boolean) => void
  places: { href: string; title: string }[]
  forms: Findable[]
}

const STATIONS = ['Compose', 'Records', 'Dispatch', 'Rehearse', 'Release', 'Readout', 'Settings']

/** Ctrl K: goes anywhere by typing a few letters of it. */
export function FindOrDo({ open, onOpenChange, places, forms }: Props) {
  const router = useRouter()
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault()
        onOpenChange(true)
      }
    }
    addEventListener('keydown', listen)
    return () => removeEventListener('keydown', listen)
  }, [onOpenChange])
  const go = (href: string) => () => {
    onOpenChange(false)
    router.push(href)
  }
  const item = 'flex justify-between rounded-sm px-2.5 py-1.5 data-[selected=true]:bg-moss-bg'
  return (
    <Command.Dialog
      open={open}
      onOpenChange={onOpenChange}
      label="Find or do"
      overlayClassName="fixed inset-0 z-40 bg-ink/40"
      contentClassName="fixed top-24 left-1/2 z-50 w-[min(520px,92vw)] -translate-x-1/2 rounded-lg border border-edge bg-paper p-2 text-ink"
    >
      <Command.Input placeholder="A place, a form, or both" className="box mb-2 py-1.5" />
      <Command.List className="max-h-80 overflow-auto">
        <Command.Empty className="p-3 text-soft">Nothing is called that.</Command.Empty>
        {places.map(({ href, title }) => (
          <Command.Item key={href} value={title} onSelect={go(href)} className={item}>
            {title} <span className="text-soft">place</span>
          </Command.Item>
        ))}
        <Command.Item value="Begin a form" onSelect={go('/forms/begin')} className={item}>
          Begin a form <span className="text-soft">do</span>
        </Command.Item>
        {forms.flatMap(({ slug, name }) =>
          STATIONS.map((station) => (
            <Command.Item
              key={`${slug}/${station}`}
              value={`${name} ${station} ${slug}`}
              onSelect={go(`/forms/${slug}/${station.toLowerCase()}`)}
              className={item}
            >
              {name} · {station} <span className="name text-soft">/{slug}</span>
            </Command.Item>
          )),
        )}
      </Command.List>
    </Command.Dialog>
  )
}
