'use client'

import { useEffect, useState } from 'react'
import { type Answer, type Answers, isBlank, valueIn } from '@/core/answers/answer'
import { showPlainly } from '@/core/answers/show_plainly'
import { answeredByHand } from '@/core/form/values'
import { type Planned, planDraftAction } from '../draft/actions'
import { useDraft } from '../draft/context'
import { AnswerField } from '../kinds/answerField'
import { Button } from '../ui/button'
import { ChoiceField, TextField, useSettled } from '../ui/field'
import { IfSent } from './ifSent'
import { type Kept, KeepThese, KeptRehearsals, useKept } from './kept'
import { Only } from '../ui/here'

interface Arrival {
  id: string
  title: string
  values: Answers
}

interface Props {
  people: { id: string; name: string }[]
  arrivals: Arrival[]
  kept: readonly Kept[]
}

/** Stands before the name of test values, where a contact’s id stands otherwise. */
const TRIED = 'tried '

/** Stands before the id of a contact who is known by a browser that remembers them. */
const REMEMBERED = 'browser '

/** Any answers run through the draft without effect: the same plan that a sent form would get. */
export function Rehearse({ people, arrivals, kept: start }: Props) {
  const { form, facts } = useDraft((state) => state)
  const [values, setValues] = useState<Answers>({})
  /** A contact’s id, which may follow `REMEMBERED`, or `TRIED` and the name of test values; empty for a stranger. */
  const [sentBy, setSentBy] = useState('')
  const [result, setResult] = useState<Planned | null>(null)
  const [failed, setFailed] = useState(false)
  const { kept, version, keep, drop } = useKept(start)
  const senders = sendersOf(people, kept)
  const remembered = sentBy.startsWith(REMEMBERED)
  const sender = senders.find(({ id }) => id === (remembered ? sentBy.slice(REMEMBERED.length) : sentBy))
  const tried = form.tries.find(({ name }) => sentBy === TRIED + name)
  const settled = useSettled(JSON.stringify({ values, contact: sender?.id, remembered, tried: tried?.name }), 250)
  useEffect(() => {
    let stale = false
    const asked = JSON.parse(settled) as { values: Answers; contact?: string; remembered: boolean; tried?: string }
    const carried = Object.fromEntries(
      form.carried.flatMap(({ name }) => (Object.hasOwn(asked.values, name) ? [[name, asked.values[name]]] : [])),
    )
    planDraftAction({ slug: facts.slug, draft: form, carried, ...asked })
      .then((next) => {
        if (stale) return
        setFailed(!next.ok)
        if (next.ok) setResult(next.value)
      })
      .catch(() => !stale && setFailed(true))
    return () => {
      stale = true
    }
  }, [facts.slug, form, settled])
  const set = (name: string, value: Answer) => setValues((before) => ({ ...before, [name]: value }))
  return (
    <main className="grid min-h-[calc(100vh-142px)] content-start border-t border-rule min-[900px]:grid-cols-[400px_minmax(0,1fr)] min-[900px]:content-stretch">
      <section className="border-r border-rule px-4 py-3" aria-label="Answers to try">
        <h2 className="mb-2">
          Try these answers <span className="font-normal text-soft">— nothing is stored or sent</span>
        </h2>
        <div className="grid grid-cols-[120px_minmax(0,1fr)] items-center gap-2">
          <ChoiceField
            label="Take from"
            value=""
            options={[['', 'an arrival…'], ...arrivals.map(({ id, title }) => [id, title] as const)]}
            onCommit={(id) => {
              const arrival = arrivals.find((one) => one.id === id)
              if (arrival) setValues(Object.fromEntries(Object.entries(arrival.values).filter(([, v]) => !isBlank(v))))
            }}
          />
          <ChoiceField
            label="Sent by"
            value={sentBy}
            options={[
              ['', 'a stranger'],
              ...form.tries.map(({ name, called }) => [`${TRIED}${name}`, `${called} (test values)`] as const),
              ...senders.map(({ id, name }) => [id, `${name}, by personal link`] as const),
              ...(form.remembers || remembered
                ? senders.map(({ id, name }) => [REMEMBERED + id, `${name}, in a browser that remembers them`] as const)
                : []),
            ]}
            onCommit={setSentBy}
          />
          {answeredByHand(form).map((question) => (
            <AnswerField
              key={question.name}
              form={form}
              path={question.name}
              label={question.label}
              nothing="—"
              value={valueIn(values, question.name) ?? null}
              onChange={(value) => set(question.name, value)}
            />
          ))}
          {form.carried.map(({ name, label }) => (
            <TextField
              key={name}
              label={label}
              value={showPlainly(valueIn(values, name))}
              placeholder="carried"
              onCommit={(value) => set(name, value)}
            />
          ))}
        </div>
        <Button className="mt-3" onClick={() => setValues({})}>
          Clear the answers
        </Button>
        <Only may="edit">
          <KeepThese
            suggested={suggestTitle(result, tried?.called ?? sender?.name)}
            onKeep={(title) =>
              keep({
                id: crypto.randomUUID(),
                title,
                values,
                contact: sender?.id ?? null,
                remembered,
                contactEmail: sender?.name ?? null,
                tried: tried?.name ?? null,
              })
            }
          />
        </Only>
      </section>
      <div className="min-w-0 px-4 py-3">
        <IfSent result={result} failed={failed} untouched={Object.keys(values).length === 0 && sentBy === ''} />
        <KeptRehearsals
          kept={kept}
          version={version}
          onDrop={(one) => void drop(one)}
          onOpen={(one) => {
            setValues(one.values)
            const contact = one.contact && `${one.remembered ? REMEMBERED : ''}${one.contact}`
            setSentBy(one.tried === null ? (contact ?? '') : TRIED + one.tried)
          }}
        />
      </div>
    </main>
  )
}

/** “North desk, a stranger”: what tells one rehearsal from another at a glance. */
const suggestTitle = (result: Planned | null, sender: string | undefined): string =>
  [result?.routed.map(({ desk }) => desk.title).join(' and '), sender ?? 'a stranger'].filter(Boolean).join(', ')

/** Who may be the sender: people of late, and those that something kept was sent by. */
function sendersOf(people: Props['people'], kept: readonly Kept[]): Props['people'] {
  const others = kept.flatMap(({ contact: id, contactEmail: name }) => (id && name ? [{ id, name }] : []))
  return [...new Map([...people, ...others].map((one) => [one.id, one])).values()]
}
