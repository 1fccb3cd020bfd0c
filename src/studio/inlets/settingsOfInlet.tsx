import { useState } from 'react'
import { siteSchema } from '@/core/formats/site'
import { inletSettingsSchema } from '@/core/inlets/inlet'
import type { ShownInlet } from '@/server/inlets/show_inlet'
import { AddOne } from '../ui/addOne'
import { Button } from '../ui/button'
import { Copy } from '../ui/copy'
import { ChoiceField, TextField, Tick } from '../ui/field'
import { useGo } from '../ui/here'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { changeInletAction, dropInletAction, signInletAction, unsignInletAction } from './actions'

interface Props {
  inlet: ShownInlet
  slug: string
}

type Settings = ShownInlet['settings']

/** Who may send to an inlet, where people go on, and how what comes is written. */
export function SettingsOfInlet({ inlet, slug }: Props) {
  const { name, title, settings } = inlet
  const { busy, run } = useRun()
  const [wrong, setWrong] = useState<string | null>(null)
  const set = (change: Partial<Settings>, called = title) => {
    const next = { ...settings, ...change }
    const read = inletSettingsSchema.safeParse(next)
    setWrong(read.success ? null : (read.error.issues[0]?.message ?? 'This cannot be.'))
    if (read.success) void run(() => changeInletAction({ slug, name, title: called, settings: next }))
  }
  return (
    <section className="grid min-w-0 gap-3">
      <h2>How it is set</h2>
      <fieldset
        disabled={busy}
        className="grid items-center gap-x-3 gap-y-1.5 sm:grid-cols-[max-content_minmax(0,28rem)]"
      >
        <TextField label="Called" filled when="leaving" value={title} onCommit={(called) => set({}, called)} />
        <TextField
          label="After sending, people go on at"
          placeholder="our page of what is read afterwards"
          when="leaving"
          value={settings.sentPage ?? ''}
          onCommit={(text) => set({ sentPage: text.trim() || null })}
        />
        <TextField
          label="Where something is wrong, at"
          placeholder="our page, where it can be mended"
          when="leaving"
          value={settings.wrongPage ?? ''}
          onCommit={(text) => set({ wrongPage: text.trim() || null })}
        />
        <TextField
          label="Field that no person sees"
          placeholder="none; whoever fills it in is spam"
          mono
          when="leaving"
          value={settings.trap ?? ''}
          onCommit={(text) => set({ trap: text.trim() || null })}
        />
        <ChoiceField
          label="Dates are written"
          value={settings.dates}
          options={[
            ['day first', 'day first: 29.11.2026, 29/11/2026'],
            ['month first', 'month first: 11/29/2026'],
          ]}
          onCommit={(dates) => set({ dates: dates as Settings['dates'] })}
        />
        <TextField
          label="Phones without a country are of"
          placeholder="none; such as DE"
          when="leaving"
          value={settings.country ?? ''}
          onCommit={(text) => set({ country: (text.trim().toUpperCase() || null) as Settings['country'] })}
        />
      </fieldset>
      {wrong !== null && (
        <p role="alert" className="text-red">
          {wrong}
        </p>
      )}
      <Tick label="Files are taken, of 10 MB at most" on={settings.files} onCommit={(files) => set({ files })} />
      <Sites settings={settings} busy={busy} onSet={(sites) => set({ sites })} />
      <Signing inlet={inlet} slug={slug} />
      <Dropping inlet={inlet} slug={slug} />
    </section>
  )
}

function Sites({ settings, busy, onSet }: { settings: Settings; busy: boolean; onSet: (sites: string[]) => void }) {
  const [wrong, setWrong] = useState<string | null>(null)
  const add = (text: string) => {
    const read = siteSchema.safeParse(text)
    setWrong(read.success ? null : (read.error.issues[0]?.message ?? null))
    if (read.success && !settings.sites.includes(read.data)) onSet([...settings.sites, read.data])
    return read.success
  }
  return (
    <div>
      <h3>Sites whose pages may send</h3>
      {settings.sites.length === 0 && <p className="text-soft">Any: name some, and pages of others are refused.</p>}
      {settings.sites.map((site) => (
        <p key={site} className="flex flex-wrap items-center gap-2">
          <span className="name break-all">{site}</span>
          <Button
            look="quiet"
            aria-label={`Take away ${site}`}
            disabled={busy}
            onClick={() => onSet(settings.sites.filter((one) => one !== site))}
          >
            Take away
          </Button>
        </p>
      ))}
      <AddOne
        label="A site whose pages may send"
        placeholder="https://www.studio.example"
        button="Add a site"
        wrong={wrong}
        busy={busy}
        onAdd={add}
      />
    </div>
  )
}

/** What whoever sends signs with is told once. */
function Signing({ inlet: { name, signed }, slug }: Props) {
  const { busy, run } = useRun()
  const [secret, setSecret] = useState<string | null>(null)
  const make = async () => setSecret((await run(() => signInletAction({ slug, name })))?.secret ?? null)
  const end = async () => {
    if ((await run(() => unsignInletAction({ slug, name }))) !== undefined) toast('Posts need no signature any more')
  }
  return (
    <div>
      <h3>Signed by whoever sends</h3>
      <p className="text-soft">
        {signed
          ? 'Only what is signed as Standard Webhooks describes it is taken.'
          : 'For a program that signs what it sends, as Standard Webhooks describes it; pages cannot.'}
      </p>
      {secret !== null && (
        <p className="break-all">
          <span className="text-soft">The secret, told this once:</span> <code className="name">{secret}</code>{' '}
          <Copy what="secret" text={secret} />
        </p>
      )}
      <span className="flex flex-wrap gap-2">
        <Button disabled={busy} onClick={() => void make()}>
          {signed ? 'Make another secret' : 'Have it signed'}
        </Button>
        {signed && (
          <Button disabled={busy} onClick={() => void end()}>
            Need no signature
          </Button>
        )}
      </span>
    </div>
  )
}

function Dropping({ inlet: { name, title, waiting, held }, slug }: Props) {
  const { busy, run } = useRun()
  const go = useGo()
  const [asking, setAsking] = useState(false)
  const untaken = waiting + held
  const drop = async () => {
    if ((await run(() => dropInletAction({ slug, name, untaken }))) === undefined) return
    toast(`${title} is dropped`)
    go.to(`/forms/${slug}/release`)
  }
  if (!asking)
    return (
      <span>
        <Button disabled={busy} onClick={() => setAsking(true)}>
          Drop the inlet
        </Button>
      </span>
    )
  return (
    <p className="flex flex-wrap items-center gap-2">
      <span>
        Forms elsewhere that send to it are refused then.{' '}
        {untaken > 0 &&
          `${untaken} ${untaken === 1 ? 'post that was' : 'posts that were'} not taken would be lost for good. `}
        What was taken stays.
      </span>
      <Button disabled={busy} onClick={() => void drop()}>
        Drop it
      </Button>
      <Button look="quiet" onClick={() => setAsking(false)}>
        Keep it
      </Button>
    </p>
  )
}
