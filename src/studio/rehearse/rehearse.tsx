'use client'

import { useEffect, useState } from 'react'
import { type Answer, type Answers, isBlank, valueIn } from '@/core/answers/answer'
import { showPlainly } from '@/core/answers/show'
import { answeredByHand } from '@/core/form/values'
import { type Planned, planDraftAction } from '../draft/actions'
import { useDraft } from '../draft/context'
import { AnswerField } from '../kinds/answerField'
import { Button } from '../ui/button'
import { ChoiceField, TextField, useSettled } from '../ui/field'
import { PlanLines } from '../ui/planLines'

interface Arrival {
  id: string
  title: string
  values: Answers
}

interface Props {
  people: { id: string; name: string }[]
  arrivals: Arrival[]
}

/** Any answers run through the draft without effect: the same plan that a sent form would get. */
export function Rehearse({ people, arrivals }: Props) {
  const { form, facts } = useDraft((state) => state)
  const [values, setValues] = useState<Answers>({})
  const [contact, setContact] = useState('')
  const [result, setResult] = useState<Planned | null>(null)
  const [failed, setFailed] = useState(false)
  const settled = useSettled(JSON.stringify({ values, contact }), 250)
  useEffect(() => {
    let stale = false
    const asked = JSON.parse(settled) as { values: Answers; contact: string }
    const carried = Object.fromEntries(
      form.carried.flatMap(({ name }) => (Object.hasOwn(asked.values, name) ? [[name, asked.values[name]]] : [])),
    )
    planDraftAction({ slug: facts.slug, draft: form, values: asked.values, carried, contact: asked.contact || null })
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
            value={contact}
            options={[['', 'a stranger'], ...people.map(({ id, name }) => [id, `${name}, by personal link`] as const)]}
            onCommit={setContact}
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
      </section>
      <section className="min-w-0 px-4 py-3" aria-label="If sent now" aria-live="polite">
        <h2 className="mb-2">If sent now</h2>
        {failed && <p className="text-red">This draft cannot be planned yet. Put its faults right first.</p>}
        {result && result.errors.length > 0 && (
          <div className="mb-3 rounded-md bg-red-bg px-3 py-2 text-red">
            <b>It would be refused.</b>
            <ul>
              {result.errors.map(({ name, message }) => (
                <li key={name}>
                  <span className="name">{name}</span>: {message}
                </li>
              ))}
            </ul>
          </div>
        )}
        {result && <PlanLines plan={result} />}
        {result?.messages.map((message) => (
          <details key={message.message} className="mt-3 rounded-md border border-rule bg-white px-3 py-2">
            <summary>
              <b className="font-semibold">{message.subject}</b>{' '}
              <span className="text-soft">
                to {message.to.join(', ') || 'nobody'}
                {message.replyTo ? `, reply goes to ${message.replyTo}` : ''}
              </span>
            </summary>
            <pre className="mt-2 font-sans whitespace-pre-wrap">{message.text}</pre>
          </details>
        ))}
        {result && (
          <div className="mt-3 rounded-md border border-rule bg-white px-3 py-2">
            <b className="font-semibold">{result.outcome.title}</b>{' '}
            <span className="text-soft">what the visitor sees</span>
            <p className="whitespace-pre-line">{result.outcome.body}</p>
          </div>
        )}
      </section>
    </main>
  )
}
