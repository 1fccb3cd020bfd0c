'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { FormState } from '@/core/form/state'
import { Button } from '../ui/button'
import { ChoiceField, TextField } from '../ui/field'
import { toast } from '../ui/toast'
import { changeFormAction } from './actions'
import type { KnownForm } from './known'
import { useGo } from '../ui/here'
import { OpenTimes, TellStanding } from './openTimes'
import type { FormAsSet, SetForm } from './set_form'

interface Props {
  form: FormAsSet
  members: readonly { id: string; name: string }[]
  known: readonly KnownForm[]
}

const SAID: Readonly<Record<FormState, string>> = {
  open: 'It takes answers again',
  closed: 'It is closed: visitors read your words',
  archived: 'It is archived: closed, and out of the way',
  deleted: 'It is deleted: visitors find nothing here',
}

/** What a form has beside its draft: what it is called, where it stands, whether it takes answers. */
export function FormSettings({ form, members, known }: Props) {
  const router = useRouter()
  const go = useGo()
  const [wrong, setWrong] = useState<string | null>(null)
  const { slug, state } = form

  const set: SetForm = async (change, undo = null) => {
    const result = await changeFormAction({ slug, ...change })
    setWrong(result.ok ? null : result.message)
    if (!result.ok) return
    const now = result.value.slug
    if (undo) toast(undo.said, { action: { label: 'Undo', onClick: () => void set(undo.change) } })
    if (result.value.state === 'deleted') go.to('/forms')
    else go.inPlace(`/forms/${now}/settings`)
    router.refresh()
  }
  const setState = (next: FormState) => void set({ state: next }, { said: SAID[next], change: { state } })
  const texts = (of: 'folder' | 'campaign') => [...new Set(known.map((one) => one[of]).filter(Boolean))]

  return (
    <main className="border-t border-rule px-4 py-3">
      <div className="grid max-w-[1100px] items-start gap-x-10 gap-y-6 min-[900px]:grid-cols-2">
        <section className="grid grid-cols-[92px_minmax(0,1fr)] items-center gap-2">
          <h2 className="col-span-2">What it is called</h2>
          <TextField label="Name" value={form.name} filled when="leaving" onCommit={(name) => void set({ name })} />
          <TextField
            label="Address"
            value={slug}
            filled
            mono
            when="leaving"
            check={(text) => (/^[a-z0-9]+(?:-[a-z0-9]+)*$/.test(text) ? null : 'Use a-z, 0-9 and single hyphens')}
            onCommit={(address) =>
              void set({ address }, { said: `/f/${slug} leads on to /f/${address}`, change: { address: slug } })
            }
          />
          {wrong && (
            <p role="alert" className="col-start-2 text-red">
              {wrong}
            </p>
          )}
          {form.before.length > 0 && (
            <p className="col-start-2 text-soft">
              Also leads here:{' '}
              {form.before.map((address, index) => (
                <span key={address} className="name wrap-anywhere">
                  {index > 0 && ', '}/f/{address}
                </span>
              ))}
            </p>
          )}
          <TextField
            label="Folder"
            value={form.folder}
            when="leaving"
            suggestions={texts('folder')}
            onCommit={(folder) => void set({ folder })}
          />
          <TextField
            label="Campaign"
            value={form.campaign}
            when="leaving"
            suggestions={texts('campaign')}
            onCommit={(campaign) => void set({ campaign })}
          />
          <ChoiceField
            label="Owner"
            value={form.owner ?? ''}
            options={[['', 'nobody'], ...members.map(({ id, name }) => [id, name] as const)]}
            onCommit={(owner) => void set({ owner: owner || null })}
          />
          <p className="col-start-2 text-soft">The owner is told of what no route takes.</p>
        </section>
        <section className="space-y-2">
          <h2>Whether it takes answers</h2>
          <div className="flex flex-wrap items-center gap-2" aria-live="polite">
            <TellStanding {...form} />
            {state === 'open' ? (
              <Button onClick={() => setState('closed')}>Close it</Button>
            ) : (
              <Button onClick={() => setState('open')}>Open it</Button>
            )}
            {state !== 'archived' && <Button onClick={() => setState('archived')}>Archive it</Button>}
            <Button look="quiet" onClick={() => setState('deleted')}>
              Delete it
            </Button>
          </div>
          <OpenTimes form={form} set={set} />
          <p className="text-soft">
            Whoever had begun before it was closed may still send for an hour. What arrived stays, whatever becomes of
            the form; a deleted one can be brought back from Forms.
          </p>
        </section>
      </div>
    </main>
  )
}
