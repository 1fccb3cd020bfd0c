'use client'

import type { Answers } from '@/core/answers/answer'
import { ENGLISH } from '@/core/language/languages'
import { planWait } from '@/core/dispatch/waits'
import { deskFields, visitorFields } from '@/core/dispatch/messages'
import { renderLineOr, renderOr } from '@/core/form/template'
import type { Message } from '@/core/form/definition'
import { addMessage, removeMessage, updateMessage } from '@/core/form/routing_edits'
import { emailQuestions } from '@/core/form/values'
import { emailIn } from '@/core/records/match'
import { FormCondition } from '../compose/formCondition'
import { useDraft } from '../draft/context'
import { IN_MESSAGES, useMergeable } from '../draft/mergeable'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { ChoiceField, TextField } from '../ui/field'
import { GoesOut } from './waits'

/** The latest arrival of a form, and what people call it. */
export interface LatestArrival {
  title: string
  values: Answers
}

/** The form's messages, to desks and to the visitor, in Liquid with fallbacks. */
export function Messages({ arrival }: { arrival: LatestArrival | null }) {
  const { form, edit } = useDraft((state) => state)
  return (
    <section className="mt-5">
      <h2 className="mb-1.5">Messages</h2>
      {form.messages.map((message) => (
        <MessageEditor key={message.name} message={message} arrival={arrival} />
      ))}
      <div className="flex gap-2">
        <Button onClick={() => edit((one) => addMessage(one, 'desk'))}>Add a message to a desk</Button>
        <Button onClick={() => edit((one) => addMessage(one, 'visitor'))}>Add a message to the visitor</Button>
      </div>
    </section>
  )
}

function MessageEditor({ message, arrival }: { message: Message; arrival: LatestArrival | null }) {
  const { form, edit, resources } = useDraft((state) => state)
  const { desks } = resources
  const { name } = message
  const change = (part: Partial<Message>, key: string) =>
    edit((one) => updateMessage(one, name, part), `${name}.${key}`)
  const reply = emailQuestions(form)[0]?.label
  const { wait } = planWait(message.waits, desks, true)
  const merges = [...useMergeable(), ...IN_MESSAGES]
  return (
    <details className="mb-2 rounded-md border border-rule bg-white px-3 py-2">
      <summary>
        <b className="font-semibold">{message.title}</b>{' '}
        <Chip tone="plum">{message.to === 'desk' ? 'to the desk' : 'to the visitor'}</Chip>{' '}
        <span className="text-soft">
          {message.subject}
          {message.to === 'desk' && reply ? ` · reply goes to ${reply}` : ''}
          {wait ? ` · ${wait.words}` : ''}
        </span>
      </summary>
      <div className="mt-2 grid gap-4 min-[1100px]:grid-cols-2">
        <div className="grid grid-cols-[92px_minmax(0,1fr)] content-start items-center gap-2">
          <TextField label="Called" value={message.title} filled onCommit={(title) => change({ title }, 'title')} />
          <ChoiceField
            label="Goes to"
            value={message.to}
            options={[
              ['desk', 'the desk of the row that fits'],
              ['visitor', 'the visitor'],
            ]}
            onCommit={(to) => change({ to: to as Message['to'] }, 'to')}
          />
          <TextField
            label="Subject"
            value={message.subject}
            merges={merges}
            onCommit={(subject) => change({ subject: subject.slice(0, 200) }, 'subject')}
          />
          <TextField
            label="Text"
            rows={6}
            value={message.body}
            merges={merges}
            onCommit={(body) => change({ body }, 'body')}
          />
          {message.to === 'visitor' && (
            <>
              <span className="self-start pt-1 text-soft">Sent when</span>
              <div>
                <FormCondition
                  condition={message.when}

                  onChange={(when) => change({ when }, 'when')}
                />
              </div>
            </>
          )}
          <GoesOut message={message} onChange={(waits) => change({ waits }, 'waits')} />
          <span />
          <span>
            <Button look="quiet" onClick={() => edit((one) => removeMessage(one, name))}>
              Delete this message
            </Button>
          </span>
        </div>
        <AsItArrives message={message} arrival={arrival} />
      </div>
    </details>
  )
}

const UNREADABLE = 'This cannot be written yet: see what is worth a look.'

/** A message as it will arrive, with the answers of the latest arrival in it. */
function AsItArrives({ message, arrival }: { message: Message; arrival: LatestArrival | null }) {
  const form = useDraft((state) => state.form)
  const values = arrival?.values ?? {}
  const fields =
    message.to === 'desk'
      ? deskFields(form, values, { submission: null })
      : visitorFields({ form, speech: ENGLISH }, values, emailIn(form, values), false, { submission: null })
  return (
    <section aria-label={`“${message.title}” as it arrives`} className="min-w-0 rounded-md bg-panel px-3 py-2">
      <h3 className="mb-1 text-soft">
        As it arrives{arrival ? `, with the answers of ${arrival.title}` : '; nobody has sent the form yet'}
      </h3>
      <p className="font-semibold">{renderLineOr(message.subject, fields.subject, UNREADABLE) || '(no subject)'}</p>
      <p className="mt-1.5 break-words whitespace-pre-wrap">{renderOr(message.body, fields.body, UNREADABLE)}</p>
    </section>
  )
}
