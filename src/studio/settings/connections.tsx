'use client'

import { type FormEvent, useState } from 'react'
import { TARGET_NAMES, targetOf } from '@/core/dispatch/targets/registry'
import type { TargetName } from '@/core/dispatch/targets/bodies'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { ChoiceField } from '../ui/field'
import { Moment } from '../ui/moment'
import { addConnectionAction, type ConnectionRow, setConnectionAction, tryConnectionAction } from './connection_actions'
import type { Changed } from './change'
import { RestWords } from './restWords'
import { Only, OnlyToRead } from '../ui/here'

/** The outside places of the workspace: what goes there, what came back when each was tried, and new ones. */
export function Connections({ connections: start }: { connections: ConnectionRow[] }) {
  const [connections, setConnections] = useState(start)
  const [open, setOpen] = useState<string | null>(null)
  const [secret, setSecret] = useState<string | null>(null)
  const keep = (result: Changed<unknown, { connections: ConnectionRow[] }>): string | null => {
    if (!result.ok) return result.message
    setConnections(result.now.connections)
    return null
  }
  return (
    <section id="connections" aria-label="Connections">
      <h2 className="mb-1.5">
        Connections <span className="font-normal text-soft">— outside places that submissions go to</span>
      </h2>
      {connections.map((connection) => (
        <ConnectionLine
          key={connection.name}
          connection={connection}
          open={open === connection.name}
          onToggle={() => setOpen((now) => (now === connection.name ? null : connection.name))}
          onSave={async (change) => keep(await setConnectionAction({ name: connection.name, ...change }))}
          onTry={async () => keep(await tryConnectionAction({ name: connection.name }))}
        />
      ))}
      {secret && (
        <p role="status" className="mt-2 rounded-md bg-teal-bg px-2.5 py-1.5">
          Give the receiver this signing secret: <span className="name break-all">{secret}</span>
          <span className="block text-soft">Shown this once.</span>
        </p>
      )}
      <Only may="own">
        <NewConnection
          onAdd={async (input) => {
            const result = await addConnectionAction(input)
            const wrong = keep(result)
            if (result.ok) setSecret(result.value.secret)
            return wrong
          }}
        />
      </Only>
    </section>
  )
}

interface LineProps {
  connection: ConnectionRow
  open: boolean
  onToggle: () => void
  onSave: (change: {
    title: string
    settings: Record<string, string>
    everyForm: boolean
    retired: boolean
  }) => Promise<string | null>
  onTry: () => Promise<string | null>
}

function ConnectionLine({ connection, open, onToggle, onSave, onTry }: LineProps) {
  const { title, target, settings, everyForm, retired, tried, rests } = connection
  const [trying, setTrying] = useState(false)
  const [wrong, setWrong] = useState<string | null>(null)
  const tryIt = async () => {
    setTrying(true)
    setWrong(await onTry())
    setTrying(false)
  }
  const rules = targetOf(target)
  return (
    <div className={`border-b border-rule py-1.5 ${open ? 'bg-lit px-2' : ''}`}>
      <div className="flex min-h-7 items-center gap-2">
        <button
          type="button"
          aria-expanded={open}
          onClick={onToggle}
          className={`rounded-sm text-left font-semibold ${retired ? 'text-soft line-through' : ''}`}
        >
          {title}
        </button>
        <span className="min-w-0 truncate text-soft" title={settings.url ?? settings.server}>
          {rules.words}
          {rules.chosen && ` · ${everyForm ? 'every form' : 'forms that choose it'}`}
          {retired && ' · retired'}
        </span>
        <span className="ml-auto flex items-center gap-2">
          {rests && <Chip tone="amber">rests</Chip>}
          {tried && <Chip tone={tried.ok ? 'moss' : 'red'}>{tried.ok ? 'answered' : 'failed'}</Chip>}
          <Only may="own">
            <Button aria-label={`Try ${title}`} disabled={trying} onClick={() => void tryIt()}>
              {trying ? 'Trying…' : 'Try it'}
            </Button>
          </Only>
        </span>
      </div>
      {tried && (
        <p role="status" className={`mt-0.5 break-words ${tried.ok ? 'text-soft' : 'text-red'}`}>
          Tried <Moment at={tried.at} />, {tried.milliseconds} ms. {tried.said}
        </p>
      )}
      {rests && (
        <p className="mt-0.5 wrap-anywhere text-amber">
          It <RestWords {...rests} />
        </p>
      )}
      {wrong && (
        <p role="alert" className="text-red">
          {wrong}
        </p>
      )}
      {open && (
        <OnlyToRead unless="own">
          <SettingsForm
            target={target}
            title={title}
            settings={settings}
            everyForm={everyForm}
            kept
            save="Save connection"
            onSave={(input) => onSave({ ...input, retired })}
          >
            <Button
              onClick={() => void onSave({ title, settings, everyForm, retired: !retired }).then(setWrong)}
              title={retired ? undefined : 'What was sent stays; nothing more is'}
            >
              {retired ? 'Use it again' : 'Retire it'}
            </Button>
          </SettingsForm>
        </OnlyToRead>
      )}
    </div>
  )
}

const TARGETS = TARGET_NAMES.map((name) => [name, targetOf(name).words] as const)

function NewConnection({
  onAdd,
}: {
  onAdd: (input: {
    title: string
    target: TargetName
    settings: Record<string, string>
    everyForm: boolean
  }) => Promise<string | null>
}) {
  const [target, setTarget] = useState<TargetName | ''>('')
  return (
    <div className="mt-2">
      <ChoiceField
        hideLabel
        label="Connect a place"
        className="max-w-60"
        value={target}
        options={[['', 'Connect a place…'], ...TARGETS]}
        onCommit={(next) => setTarget(next as TargetName | '')}
      />
      {target && (
        <div className="mt-1.5 rounded-md border border-rule bg-white px-3 py-2">
          <p className="mb-1.5 text-soft">{targetOf(target).about}</p>
          <SettingsForm
            key={target}
            target={target}
            title=""
            settings={{}}
            everyForm={false}
            kept={false}
            save="Connect it"
            onSave={async (input) => {
              const wrong = await onAdd({ ...input, target })
              if (wrong === null) setTarget('')
              return wrong
            }}
          />
        </div>
      )}
    </div>
  )
}

interface FormProps {
  target: TargetName
  title: string
  settings: Readonly<Record<string, string>>
  everyForm: boolean
  /** Whether there are secrets already, which stay where none is entered. */
  kept: boolean
  save: string
  onSave: (input: { title: string; settings: Record<string, string>; everyForm: boolean }) => Promise<string | null>
  children?: React.ReactNode
}

function SettingsForm({ target, title, settings, everyForm, kept, save, onSave, children }: FormProps) {
  const [wrong, setWrong] = useState<string | null>(null)
  const rules = targetOf(target)
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const given = new FormData(event.currentTarget)
    const text = (name: string) => {
      const value = given.get(name)
      return typeof value === 'string' ? value : ''
    }
    const entered = Object.keys(rules.settings).map((name) => [name, text(`setting.${name}`)] as const)
    setWrong(
      await onSave({
        title: text('title'),
        settings: Object.fromEntries(entered),
        everyForm: given.has('every_form'),
      }),
    )
  }
  return (
    <form onSubmit={(event) => void submit(event)} className="mt-1.5">
      <div className="grid grid-cols-[112px_minmax(0,1fr)] items-center gap-x-3 gap-y-2">
        <label className="contents">
          <span className="text-soft">Called</span>
          <input name="title" required maxLength={80} defaultValue={title} placeholder={rules.words} className="box" />
        </label>
        {Object.entries(rules.settings).map(([name, { label, hint, secret, needed, made }]) => (
          <label key={name} className="contents">
            <span className="text-soft">{label}</span>
            <input
              name={`setting.${name}`}
              type={secret ? 'password' : 'text'}
              autoComplete="off"
              required={needed && !made && !(secret && kept)}
              defaultValue={secret ? '' : (settings[name] ?? '')}
              placeholder={secret && kept ? 'Left blank, it stays as it is' : hint}
              className="box name"
            />
          </label>
        ))}
        {rules.chosen && (
          <>
            <span />
            <label className="flex items-center gap-1.5">
              <input type="checkbox" name="every_form" defaultChecked={everyForm} className="accent-moss" />
              Every form sends here, unless it says otherwise
            </label>
          </>
        )}
      </div>
      <div className="mt-2 flex items-center gap-2 pb-1">
        <Button type="submit">{save}</Button>
        {children}
        {wrong && (
          <span role="alert" className="text-red">
            {wrong}
          </span>
        )}
      </div>
    </form>
  )
}
