'use client'

import { type FormEvent, type ReactNode, useEffect, useState } from 'react'
import { identityOf, type ListInfo, type Owner } from '@/core/records/record'
import type { RecordField, RecordType } from '@/core/fields/field'
import { controlOf } from '../people/controlOf'
import { Button } from '../ui/button'
import { Dialog } from '../ui/dialog'
import { useGo } from '../ui/here'
import { Outside } from '../ui/outside'
import { counted, figure } from '../ui/show'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { doToManyAction, planErrandAction, putErrandBackAction } from './actions'

type Wish = Parameters<typeof doToManyAction>[0]
type Errand = Wish['errand']

/** What whoever does something to many can choose among. */
export interface Around {
  fields: readonly RecordField[]
  lists: readonly ListInfo[]
  members: readonly Owner[]
}

/** What can be done to those that are chosen. */
export type WhatIsDone = Errand['does']

interface Props {
  type: RecordType
  doing: WhatIsDone
  around: Around
  called: readonly [one: string, many: string]
  chosen: Wish['chosen']
  onLeave: () => void
  onDone: () => void
}

type Plan = Extract<Awaited<ReturnType<typeof planErrandAction>>, { ok: true }>['value']

const TITLES: Record<WhatIsDone, string> = {
  field: 'Set a field',
  owner: 'Give an owner',
  join: 'Put on a list',
  leave: 'Take off a list',
  note: 'Write a note to each',
  erase: 'Erase for good',
}

/** More than these go on by themselves, on a page of their own. */
const AT_ONCE = 200

/** Asks what is to be done to those that are chosen: it says how many they are, and shows ten of them. */
export function Doing({ type, doing, around, called, chosen, onLeave, onDone }: Props) {
  const go = useGo()
  const { busy, run } = useRun()
  const [plan, setPlan] = useState<Plan | null>(null)
  const asked = JSON.stringify(chosen)
  useEffect(() => {
    let gone = false
    planErrandAction({ chosen: JSON.parse(asked) as Wish['chosen'] })
      .then((told) => gone || (told.ok ? setPlan(told.value) : toast(told.message)))
      .catch(() => gone || toast('Lichen cannot be reached. Try again in a moment.'))
    return () => {
      gone = true
    }
  }, [asked])
  const act = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    if (!plan) return
    const errand = readErrand(doing, new FormData(event.currentTarget), around, type)
    if (!errand) return
    const done = await run(() => doToManyAction({ chosen, errand, expected: plan.count }))
    if (!done) return
    onDone()
    if (done.of > AT_ONCE) return go.to(`/people/errands/${done.id}`)
    const undo = { label: 'Undo', onClick: () => void run(() => putErrandBackAction({ id: done.id })) }
    toast(`Done to ${counted(done.of, ...called)}`, { action: doing === 'erase' ? null : undo })
  }
  return (
    <Dialog open onOpenChange={onLeave} title={TITLES[doing]}>
      <form className="space-y-2.5" onSubmit={(event) => void act(event)}>
        <Fields {...{ type, doing, around, count: plan?.count ?? 0 }} />
        <section aria-label="To whom" aria-busy={plan === null}>
          <p role="status" className="font-semibold">
            {plan === null ? 'Counting…' : `To ${counted(plan.count, ...called)}`}
          </p>
          {plan && (
            <ul className="max-h-40 overflow-auto text-soft">
              {plan.some.map(({ id, title, key }) => (
                <li key={id}>
                  <Outside>{title || key}</Outside>
                </li>
              ))}
              {plan.count > plan.some.length && <li>and {figure(plan.count - plan.some.length)} more</li>}
            </ul>
          )}
        </section>
        <p className="flex gap-2">
          <Button look="main" type="submit" disabled={busy || !plan || plan.count === 0}>
            {TITLES[doing]}
          </Button>
          <Button look="quiet" onClick={onLeave}>
            Leave it
          </Button>
        </p>
      </form>
    </Dialog>
  )
}

const Labelled = ({ label, children }: { label: string; children: ReactNode }) => (
  <label className="block">
    {label}
    <span className="mt-1 block">{children}</span>
  </label>
)

interface FieldsProps extends Pick<Props, 'type' | 'doing' | 'around'> {
  count: number
}

/** What is asked for each thing that can be done. */
function Fields({ type, doing, around: { fields, lists, members }, count }: FieldsProps) {
  switch (doing) {
    case 'field':
      return <FieldAndValue type={type} fields={fields} />
    case 'owner':
      return (
        <Labelled label="Owner">
          <select name="owner" className="box" autoFocus>
            <option value="">nobody</option>
            {members.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </Labelled>
      )
    case 'join':
    case 'leave':
      return (
        <>
          <Labelled label="List">
            <select name="list" className="box" autoFocus>
              {lists.map(({ name, title }) => (
                <option key={name} value={name}>
                  {title}
                </option>
              ))}
            </select>
          </Labelled>
          {doing === 'join' && (
            <Labelled label="What they agreed to, in its exact wording, and where">
              <textarea name="wording" required maxLength={2000} rows={3} className="box" />
            </Labelled>
          )}
        </>
      )
    case 'note':
      return (
        <Labelled label="Note">
          <textarea name="text" required maxLength={20_000} rows={4} className="box" autoFocus />
        </Labelled>
      )
    case 'erase':
      return (
        <>
          <p>
            Whatever tells of them goes, and nothing puts it back. What tells of nobody stays, so that numbers stay
            right. What went out is not ours to take back.
          </p>
          <Labelled label={`Type ${count} to say that you mean it`}>
            <input
              name="sure"
              required
              pattern={`\\s*${count}\\s*`}
              title={`Type ${count}`}
              inputMode="numeric"
              autoComplete="off"
              className="box"
            />
          </Labelled>
        </>
      )
  }
}

/** Fields that can be set for many: not what each is known by. */
const settable = (type: RecordType, fields: Around['fields']) =>
  fields.filter((field) => field.record === type && !field.retired && field.name !== identityOf(type))

function FieldAndValue({ type, fields }: { type: RecordType; fields: Around['fields'] }) {
  const offered = settable(type, fields)
  const [name, setName] = useState(offered[0]?.name ?? '')
  const field = offered.find((one) => one.name === name)
  if (!field) return <p className="text-soft">There is no field to set.</p>
  const { Control } = controlOf(field)
  return (
    <>
      <Labelled label="Field">
        <select name="field" className="box" value={name} onChange={({ target }) => setName(target.value)}>
          {offered.map((one) => (
            <option key={one.name} value={one.name}>
              {one.label}
            </option>
          ))}
        </select>
      </Labelled>
      <div>
        <p>What it is from now on; left blank, it is emptied</p>
        <div className="mt-1" key={name}>
          <Control field={field} value={null} />
        </div>
      </div>
    </>
  )
}

function readErrand(doing: WhatIsDone, data: FormData, { fields }: Around, type: RecordType): Errand | null {
  const text = (name: string) => String(data.get(name) ?? '')
  switch (doing) {
    case 'field': {
      const field = settable(type, fields).find(({ name }) => name === text('field'))
      return field ? { does: 'field', field: field.name, value: controlOf(field).read(data) as never } : null
    }
    case 'owner':
      return { does: 'owner', owner: text('owner') || null }
    case 'join':
      return { does: 'join', list: text('list'), wording: text('wording') }
    case 'leave':
      return { does: 'leave', list: text('list') }
    case 'note':
      return { does: 'note', text: text('text') }
    case 'erase':
      return { does: 'erase' }
  }
}
