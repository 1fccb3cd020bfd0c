import { labelOf } from '@/core/form/values'
import type { Planned } from '../draft/actions'
import { useDraft } from '../draft/context'
import { PlanLines } from '../ui/planLines'

interface Props {
  result: Planned | null
  /** Whether the draft cannot be planned at all. */
  failed: boolean
  /** Whether nobody has tried any answers yet. */
  untouched: boolean
}

/** What the draft would do with the answers that are tried: the plan, the messages and what the visitor sees. */
export const IfSent = ({ result, failed, untouched }: Props) => (
  <section aria-label="If sent now" aria-live="polite">
    <h2 className="mb-2">If sent now</h2>
    {failed && <p className="text-red">This draft cannot be planned yet. Put its faults right first.</p>}
    {untouched && !failed && (
      <p className="text-soft">Answer something, take the answers of an arrival, or open a kept rehearsal below.</p>
    )}
    {!untouched && result && <WhatHappens result={result} />}
  </section>
)

const WhatHappens = ({ result }: { result: Planned }) => (
  <>
    <Refusals errors={result.errors} />
    <PlanLines plan={result} />
    {result.messages.map((message) => (
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
    <div className="mt-3 rounded-md border border-rule bg-white px-3 py-2">
      <b className="font-semibold">{result.outcome.title}</b> <span className="text-soft">what the visitor sees</span>
      <p className="whitespace-pre-line">{result.outcome.body}</p>
    </div>
  </>
)

function Refusals({ errors }: Pick<Planned, 'errors'>) {
  const form = useDraft((state) => state.form)
  if (errors.length === 0) return null
  return (
    <div className="mb-3 rounded-md bg-red-bg px-3 py-2 text-red">
      <b>It would be refused.</b>
      <ul>
        {errors.map(({ name, message }) => (
          <li key={name}>
            {labelOf(form, name)}: {message}
          </li>
        ))}
      </ul>
    </div>
  )
}
