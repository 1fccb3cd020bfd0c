'use client'

import { type FormEvent, useEffect, useState } from 'react'
import type { CopyPart } from '@/core/form/copy'
import { type Form, formSchema } from '@/core/form/definition'
import { nameFrom } from '@/core/form/name_from'
import { upgradeForm } from '@/core/form/upgrade'
import type { Wrong } from '@/server/deeds/deed'
import type { NotDone } from '@/server/done'
import type { Page } from '../lists/list'
import type { QueryOf, RowOf } from '../lists/lists'
import { Button } from '../ui/button'
import { copyFormAction, newFormAction, readDraftAction } from './actions'
import { Brings } from './brings'
import { draftFrom, type Start } from './beginning'
import { type KnownForm, KnownTexts } from './known'
import { StartSight } from './startSight'
import { Starts } from './starts'
import { StillSpeaks } from './stillSpeaks'
import { useGo } from '../ui/here'

interface Props {
  query: QueryOf<'forms'>
  first: Page<RowOf<'forms'>>
  known: readonly KnownForm[]
}

/** The field that is wrong; an address that is taken is no fault of the others. */
function fieldAtFault({ more }: NotDone): string {
  const [first] = Array.isArray(more.errors) ? (more.errors as Wrong[]) : []
  return String(first?.path[0] ?? 'slug')
}

/** A copy, and which of its texts still speak of the form it was made from. */
interface Copied {
  slug: string
  of: string
  draft: Form
  texts: { key: string; text: string }[]
}

/** Where forms begin: with nothing, with one of ours, with a list of questions, with a definition. */
export function Begin({ query, first, known }: Props) {
  const go = useGo()
  const [start, setStart] = useState<Start>({ with: 'nothing' })
  const [text, setText] = useState('')
  const [file, setFile] = useState<Form | null>(null)
  const [draft, setDraft] = useState<Form | null>(null)
  const [without, setWithout] = useState<readonly CopyPart[]>([])
  const [name, setName] = useState('')
  const [slug, setSlug] = useState<string | null>(null)
  const [title, setTitle] = useState<string | null>(null)
  const [wrong, setWrong] = useState<{ field: string; message: string } | null>(null)
  const [busy, setBusy] = useState(false)
  const [copied, setCopied] = useState<Copied | null>(null)
  const address = slug ?? (name ? nameFrom(name, []).replaceAll('_', '-') : '')

  const of = start.with === 'form' ? start.slug : null
  useEffect(() => {
    setDraft(null)
    setWithout([])
    if (of === null) return
    let stale = false
    void readDraftAction({ slug: of }).then((read) => {
      if (!stale && read.ok) setDraft(formSchema.parse(read.value.draft))
    })
    return () => {
      stale = true
    }
  }, [of])

  const takeFile = async (chosen: File | undefined) => {
    if (!chosen) return
    setStart({ with: 'file' })
    setFile(null)
    try {
      const read = formSchema.safeParse(upgradeForm(JSON.parse(await chosen.text())))
      const issue = read.error?.issues[0]
      if (read.success) {
        setFile(read.data)
        setWrong(null)
        if (name === '') setName(read.data.title)
      } else
        setWrong({
          field: 'file',
          message: `${chosen.name}: ${issue?.path.join('.') || 'definition'}: ${issue?.message}`,
        })
    } catch {
      setWrong({ field: 'file', message: `${chosen.name} is no form definition: it is not JSON.` })
    }
  }

  const begin = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    if (start.with === 'file' && !file) return setWrong({ field: 'file', message: 'Choose a definition first.' })
    const entered = new FormData(event.currentTarget)
    const folder = String(entered.get('folder') ?? '')
    const campaign = String(entered.get('campaign') ?? '')
    const input = { name, slug: address, folder, campaign }
    setBusy(true)
    const made =
      start.with === 'form'
        ? await copyFormAction({ of: start.slug, ...input, title: title ?? name, without: [...without] })
        : await newFormAction({ ...input, draft: draftFrom(start, name, text, file) })
    setBusy(false)
    if (!made.ok) return setWrong({ field: fieldAtFault(made), message: made.message })
    const texts = 'speaksOf' in made.value ? (made.value.speaksOf as Copied['texts']) : []
    if (texts.length > 0 && start.with === 'form' && draft)
      setCopied({ slug: made.value.slug, of: start.name, draft, texts })
    else go.to(`/forms/${made.value.slug}/compose`)
  }

  const complaint = (field: string) =>
    wrong?.field === field && (
      <p role="alert" id={`begin-${field}-wrong`} className="col-span-2 text-red wrap-anywhere">
        {wrong.message}
      </p>
    )
  const wrongAt = (field: string) =>
    wrong?.field === field ? ({ 'aria-invalid': true, 'aria-describedby': `begin-${field}-wrong` } as const) : {}

  if (copied) return <StillSpeaks {...copied} />
  return (
    <main>
      <div className="flex flex-wrap items-baseline gap-x-3 px-4 pt-2.5 pb-2">
        <h1>Begin a form</h1>
        <span className="text-soft">blank, with one of yours, or with a list of questions pasted here</span>
      </div>
      <div className="grid min-h-[calc(100vh-90px)] border-t border-rule min-[900px]:grid-cols-[260px_minmax(0,1fr)_300px] min-[1200px]:grid-cols-[300px_minmax(0,1fr)_330px]">
        <Starts
          query={query}
          first={first}
          start={start}
          onStart={setStart}
          onFile={(chosen) => void takeFile(chosen)}
          fault={complaint('file')}
        />
        <StartSight start={start} text={text} onText={setText} file={file} />
        <form
          onSubmit={(event) => void begin(event)}
          aria-label="What only you know"
          className="space-y-4 border-rule px-4 py-3 max-[899px]:border-t min-[900px]:border-l"
        >
          {start.with === 'form' && draft && <Brings draft={draft} without={without} onChange={setWithout} />}
          <div className="grid grid-cols-[84px_minmax(0,1fr)] items-center gap-2">
            <h2 className="col-span-2">What only you know</h2>
            <label htmlFor="begin-name">Name</label>
            <input
              id="begin-name"
              name="name"
              required
              maxLength={200}
              autoFocus
              className="box"
              value={name}
              onChange={(event) => setName(event.target.value)}
              {...wrongAt('name')}
            />
            {complaint('name')}
            <label htmlFor="begin-slug">Address</label>
            <span className="flex items-center gap-1">
              <span className="name text-soft">/f/</span>
              <input
                id="begin-slug"
                name="slug"
                required
                className="box name"
                value={address}
                onChange={(event) => setSlug(event.target.value)}
                {...wrongAt('slug')}
              />
            </span>
            {complaint('slug')}
            {start.with === 'form' && (
              <>
                <label htmlFor="begin-title">Title</label>
                <input
                  id="begin-title"
                  name="title"
                  required
                  maxLength={200}
                  placeholder="What visitors read at its head"
                  className="box"
                  value={title ?? name}
                  onChange={(event) => setTitle(event.target.value)}
                  {...wrongAt('title')}
                />
                {complaint('title')}
              </>
            )}
            <label htmlFor="begin-folder">Folder</label>
            <input id="begin-folder" name="folder" list="begin-folders" maxLength={100} className="box" />
            <KnownTexts id="begin-folders" of="folder" known={known} />
            <label htmlFor="begin-campaign">Campaign</label>
            <input id="begin-campaign" name="campaign" list="begin-campaigns" maxLength={100} className="box" />
            <KnownTexts id="begin-campaigns" of="campaign" known={known} />
          </div>
          <Button look="main" type="submit" disabled={busy} className="max-w-full">
            <span className="truncate">
              {
                {
                  nothing: 'Begin blank',
                  form: `Begin with “${start.with === 'form' ? start.name : ''}”`,
                  text: 'Begin with these questions',
                  file: 'Begin with this definition',
                }[start.with]
              }
            </span>
          </Button>
        </form>
      </div>
    </main>
  )
}
