import Link from 'next/link'
import { showAnswer } from '@/core/answers/show'
import type { Origin } from '@/core/fill/origin'
import { readStored } from '@/core/form/stored'
import { findQuestion, labelOf } from '@/core/form/values'
import type { findSubmission } from '@/db/queries/arrivals'
import type { readDeliveries } from '@/db/queries/deliveries'
import { Chip, type Tone } from '../ui/chip'
import { PlanLines } from '../ui/planLines'
import { PageHead } from '../ui/pageHead'
import { moment } from '../ui/show'
import { Again } from './again'
import { resendAction, runAgainAction } from './actions'
import { StateChip } from './arrivals'

type Found = NonNullable<Awaited<ReturnType<typeof findSubmission>>>
type Delivery = Awaited<ReturnType<typeof readDeliveries>>[number]

const ORIGINS: Record<Origin, [string, Tone]> = {
  typed: ['typed', 'plain'],
  link: ['link, a claim', 'amber'],
  record: ['their record', 'teal'],
  browser: ['their browser', 'plain'],
  constant: ['set by the form', 'plain'],
  default: ['default', 'plain'],
}

/** One submission: what was answered, the plan that ran, and what became of its deliveries. */
export function SubmissionView({ submission, deliveries }: { submission: Found; deliveries: Delivery[] }) {
  const form = readStored(submission.definition)
  const { values, origins, plan } = submission
  const order = [
    ...form.steps.flatMap(({ questions }) => questions.map(({ name }) => name)),
    ...form.carried.map(({ name }) => name),
  ]
  const names = order.filter((name) => name in values)
  return (
    <main className="px-4 py-3">
      <PageHead back={['/arrivals', 'Arrivals']} heading={submission.email ?? 'Nobody matched'}>
        <StateChip state={submission.state} />
        <span className="text-soft">
          {submission.formName}, release {submission.release} · received {moment(submission.receivedAt)}
          {submission.appliedAt && `, applied ${moment(submission.appliedAt)}`} UTC ·{' '}
          {submission.source ?? 'source not counted yet'}
        </span>
        {submission.contact && (
          <Link href={`/people/${submission.contact}`} className="ml-auto text-teal underline">
            Their page
          </Link>
        )}
      </PageHead>
      {submission.error && (
        <div role="alert" className="mb-3 flex items-center gap-3 rounded-md bg-red-bg px-3 py-2 text-red">
          This submission is stored but could not be applied: {submission.error}
          <Again label="Run it again" action={runAgainAction.bind(null, submission.id)} />
        </div>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)] gap-6">
        <section>
          <h2 className="mb-1.5">Answers</h2>
          <table className="sheet">
            <thead>
              <tr>
                <th>Value</th>
                <th>Answer</th>
                <th>Came from</th>
              </tr>
            </thead>
            <tbody>
              {names.map((name) => {
                const origin = origins[name] && ORIGINS[origins[name]]
                const shown = showAnswer(findQuestion(form, name), values[name])
                return (
                  <tr key={name}>
                    <td className="align-top!">
                      {labelOf(form, name)} <span className="name block text-soft">{name}</span>
                    </td>
                    <td className="align-top! whitespace-pre-wrap">
                      {shown || <span className="text-soft">blank</span>}
                    </td>
                    <td className="align-top!">{origin && <Chip tone={origin[1]}>{origin[0]}</Chip>}</td>
                  </tr>
                )
              })}
            </tbody>
          </table>
        </section>
        <section>
          <h2 className="mb-1.5">The plan that ran</h2>
          {plan ? <PlanLines plan={plan} /> : <p className="text-soft">It has not run yet. It is stored and queued.</p>}
          <h2 className="mt-5 mb-1.5">Deliveries</h2>
          {deliveries.length === 0 ? (
            <p className="text-soft">Nothing was to be sent outside.</p>
          ) : (
            <Deliveries deliveries={deliveries} />
          )}
        </section>
      </div>
    </main>
  )
}

const DELIVERY_TONES = { waiting: 'plain', delivered: 'moss', given_up: 'red' } as const
const DELIVERY_WORDS = { waiting: 'waiting', delivered: 'delivered', given_up: 'given up' } as const

export const DeliveryChip = ({ state }: { state: Delivery['state'] }) => (
  <Chip tone={DELIVERY_TONES[state]}>{DELIVERY_WORDS[state]}</Chip>
)

/** When a delivery was settled, or will be tried again. */
export const tellWhen = (settledAt: Date | null, nextAt: Date | null): string =>
  settledAt ? moment(settledAt) : nextAt ? `again ${moment(nextAt)}` : 'queued'

/** What a delivery is, in a line. */
export const describeDelivery = (body: Delivery['body']): string =>
  body.to === 'mail' ? `Mail “${body.subject}” to ${body.recipients.join(', ')}` : `CRM contact ${body.email}`

const Deliveries = ({ deliveries }: { deliveries: Delivery[] }) => (
  <table className="sheet">
    <thead>
      <tr>
        <th>What</th>
        <th>State</th>
        <th className="text-right!">Attempts</th>
        <th>When, UTC</th>
        <th>
          <span className="sr-only">Send again</span>
        </th>
      </tr>
    </thead>
    <tbody>
      {deliveries.map(({ id, body, because, state, attempts, error, next_at, settled_at }) => (
        <tr key={id}>
          <td>
            {describeDelivery(body)}
            <span className="block text-soft">{because}</span>
            {error && <span className="block text-red">{error}</span>}
          </td>
          <td>
            <DeliveryChip state={state} />
          </td>
          <td className="text-right">{attempts}</td>
          <td className="whitespace-nowrap">{tellWhen(settled_at, next_at)}</td>
          <td>{state !== 'delivered' && <Again label="Send again" action={resendAction.bind(null, id)} />}</td>
        </tr>
      ))}
    </tbody>
  </table>
)
