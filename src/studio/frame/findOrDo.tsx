'use client'

import { Command } from 'cmdk'
import { useEffect, useState } from 'react'
import { useSettled } from '../ui/field'
import { useGo, useMay, useWithin } from '../ui/here'
import { findAction, type Found } from './find'

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
  const go = useGo()
  const inHere = useWithin()
  const [edits, seesPeople, owns] = [useMay('edit'), useMay('people'), useMay('own')]
  const [text, setText] = useState('')
  const found = useFound(text, open && seesPeople)
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
  const settings = [...SETTINGS, ...(owns ? FOR_OWNERS : []), ...(seesPeople ? FOR_PEOPLE : [])]
  const goTo = (href: string) => () => {
    onOpenChange(false)
    go.to(href)
  }
  const leave = (href: string) => {
    onOpenChange(false)
    location.assign(inHere(href))
  }
  const item = 'flex gap-3 justify-between rounded-sm px-2.5 py-1.5 data-[selected=true]:bg-moss-bg'
  return (
    <Command.Dialog
      open={open}
      onOpenChange={onOpenChange}
      label="Find or do"
      overlayClassName="fixed inset-0 z-40 bg-ink/40"
      contentClassName="fixed top-24 left-1/2 z-50 w-[min(520px,92vw)] -translate-x-1/2 rounded-lg border border-edge bg-paper p-2 text-ink"
    >
      <Command.Input
        placeholder="A place, a form, a person, a company"
        className="box mb-2 py-1.5"
        value={text}
        onValueChange={setText}
      />
      <Command.List className="max-h-80 overflow-auto">
        <Command.Empty className="p-3 text-soft">Nothing is called that.</Command.Empty>
        {places.map(({ href, title }) => (
          <Command.Item key={href} value={title} onSelect={goTo(href)} className={item}>
            {title} <span className="text-soft">place</span>
          </Command.Item>
        ))}
        {edits && (
          <Command.Item value="Begin a form" onSelect={goTo('/forms/begin')} className={item}>
            Begin a form <span className="text-soft">do</span>
          </Command.Item>
        )}
        {found.map(({ href, title, about, is }) => (
          // They fit by what is stored, whatever of it shows here.
          <Command.Item key={href} forceMount value={`${href} ${text}`} onSelect={goTo(href)} className={item}>
            <span className="min-w-0 truncate">
              <bdi>{title}</bdi> <bdi className="text-soft">{about !== title && about}</bdi>
            </span>
            <span className="shrink-0 text-soft">{is}</span>
          </Command.Item>
        ))}
        {(seesPeople ? EXPORTS : []).map(([title, href]) => (
          <Command.Item key={href} value={title} onSelect={() => leave(href)} className={item}>
            {title} <span className="text-soft">export</span>
          </Command.Item>
        ))}
        {settings.map(([title, href]) => (
          <Command.Item key={href} value={`${title} settings`} onSelect={goTo(href)} className={item}>
            {title} <span className="text-soft">setting</span>
          </Command.Item>
        ))}
        {forms.flatMap(({ slug, name }) =>
          STATIONS.map((station) => (
            <Command.Item
              key={`${slug}/${station}`}
              value={`${name} ${station} ${slug}`}
              onSelect={goTo(`/forms/${slug}/${station.toLowerCase()}`)}
              className={item}
            >
              <span className="min-w-0 truncate">
                <bdi>{name}</bdi> · {station}
              </span>
              <span className="name shrink-0 text-soft">/{slug}</span>
            </Command.Item>
          )),
        )}
      </Command.List>
    </Command.Dialog>
  )
}

const EXPORTS = [
  ['Export submissions as CSV', '/exports/submissions?format=csv'],
  ['Export submissions as XLSX', '/exports/submissions?format=xlsx'],
  ['Export people as CSV', '/exports/people?format=csv'],
  ['Export people as XLSX', '/exports/people?format=xlsx'],
] as const

const SETTINGS = [
  ['Desks', '/settings#desks'],
  ['Mailing lists', '/settings#lists'],
  ['Time zone', '/settings#time-zone'],
  ['Sites forms may lead to', '/settings#sites'],
  ['Connections', '/settings#connections'],
  ['Fields', '/settings#fields'],
  ['Your account: second factor, passkeys, sessions', '/account'],
] as const

const FOR_OWNERS = [
  ['Access for programs, tokens', '/settings#programs'],
  ['Members, roles, invitations', '/settings/members'],
] as const

const FOR_PEOPLE = [['History', '/settings/history']] as const

/** What is found by a text once it rests; nothing while it is shorter than two letters. */
function useFound(text: string, open: boolean): readonly Found[] {
  const settled = useSettled(text.trim(), 200)
  const [found, setFound] = useState<{ of: string; all: readonly Found[] }>({ of: '', all: [] })
  useEffect(() => {
    if (!open || settled.length < 2) return
    let stale = false
    findAction(settled)
      .then((all) => !stale && setFound({ of: settled, all }))
      .catch(() => undefined)
    return () => {
      stale = true
    }
  }, [settled, open])
  return text.trim().length < 2 || found.of !== settled ? [] : found.all
}
