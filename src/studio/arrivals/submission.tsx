import { showAnswer } from '@/core/form/show'
import type { Origin } from '@/core/origins/origin'
import { findQuestion, labelOf } from '@/core/form/values'
import { nameInEnglish } from '@/core/language/languages'
import type { ShownSubmission } from '@/server/submissions/showSubmission'
import { AnswerInWords } from '../ui/answer'
import { Chip, type Tone } from '../ui/chip'
import { type Column, Sheet } from '../ui/sheet'
import { PlanLines } from '../ui/planLines'
import { PageHead } from '../ui/pageHead'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { PutBack } from '../people/putBack'
import { Again } from './again'
import { Bin, Binned } from './bin'
import { Correct } from './correct'
import { Corrections } from './corrections'
import { runAgainAction } from './actions'
import { StateChip, TestChip } from './arrivals'
import { DELIVERY_COLUMNS, DeliveryWords } from './deliveries'
import { SpamChoices } from './settle'
import { SubmissionNotes } from './submissionNotes'
import { Suspicions } from './suspicions'
import { Link } from '../ui/link'

type Delivery = ShownSubmission['submission']['deliveries'][number]

const ORIGINS: Record<Origin, [string, Tone]> = {
  typed: ['typed', 'plain'],
  link: ['link, a claim', 'amber'],
  record: ['their record', 'teal'],
  known: ['known, not asked', 'teal'],
  browser: ['their browser, a claim', 'plain'],
  server: ['seen by the server', 'plain'],
  form: ['the form itself', 'plain'],
  form_before: ['the form before', 'plain'],
  constant: ['set by the form', 'plain'],
  default: ['default', 'plain'],
  computed: ['computed', 'plain'],
  generated: ['made for this answer', 'plain'],
}

const COLUMNS: Column<Delivery>[] = [
  {
    head: 'What',
    cell: (delivery) => (
      <>
        <DeliveryWords delivery={delivery} />
        <span className="block text-soft">
          <Outside>{delivery.because}</Outside>
        </span>
      </>
    ),
  },
  ...DELIVERY_COLUMNS,
]

/** A language as English calls it, with its region: “German (Austria)”. */

/** One submission: what was answered, the plan that ran, and what became of its deliveries. */
export function SubmissionView({ submission, form }: ShownSubmission) {
  const { values, origins, plan, deliveries } = submission
  const isErased = submission.erasedAt !== null
  const order = [
    ...form.steps.flatMap(({ questions }) => questions.map(({ name }) => name)),
    ...form.carried.map(({ name }) => name),
  ]
  const names = order.filter((name) => name in values)
  return (
    <main className="px-4 py-3">
      <PageHead
        back={['/arrivals', 'Arrivals']}
        place={{ list: 'submissions', id: submission.id, page: '/arrivals' }}
        heading={submission.email ?? plan?.person.email ?? (isErased ? 'Somebody who was erased' : 'Nobody matched')}
      >
        {submission.state !== 'applied' && <StateChip state={submission.state} />}
        {submission.isTest && <TestChip />}
        <span className="text-soft">
          <Outside>{submission.formName}</Outside>, release {submission.release} · received{' '}
          <Moment at={submission.receivedAt} />
          {submission.appliedAt && (
            <>
              , applied <Moment at={submission.appliedAt} />
            </>
          )}{' '}
          · <Outside>{submission.source ?? 'source not counted yet'}</Outside>
          {submission.locale && form.languages.length > 1 && <> · read in {nameInEnglish(submission.locale)}</>}
        </span>
        <span className="ml-auto flex items-baseline gap-3">
          {submission.contact && (
            <Link href={`/people/${submission.contact}`} className="text-teal underline">
              Their page
            </Link>
          )}
          {submission.binnedAt === null && !isErased && <Bin ids={[submission.id]} />}
        </span>
      </PageHead>
      {submission.isTest && !isErased && (
        <p className="mb-3 rounded-md bg-panel px-3 py-2">
          A colleague sent it to try the form. It did what any other does, and counts nowhere.
        </p>
      )}
      {submission.binnedAt && !isErased && (
        <div className="mb-3 flex flex-wrap items-center gap-3 rounded-md bg-amber-bg px-3 py-2">
          <p>
            It is in the bin, put there by <Outside>{submission.binnedBy}</Outside>, <Moment at={submission.binnedAt} />
            : it counts nowhere.
          </p>
          <Binned ids={[submission.id]} />
        </div>
      )}
      {submission.erasedAt && (
        <p className="mb-3 rounded-md bg-panel px-3 py-2">
          {submission.binnedAt ? 'It was removed for good by' : 'Whoever sent it was erased for good by'}{' '}
          <Outside>{submission.erasedWho}</Outside>, <Moment at={submission.erasedAt} />. What is left tells of nobody
          {submission.binnedAt ? '.' : ': it is what the form’s numbers count.'}
        </p>
      )}
      {submission.error && !isErased && (
        <div role="alert" className="mb-3 flex items-center gap-3 rounded-md bg-red-bg px-3 py-2 text-red">
          This submission is stored but could not be applied: {submission.error}
          <Again label="Run it again" action={runAgainAction.bind(null, { id: submission.id })} />
        </div>
      )}
      {submission.state === 'spam' && !isErased && (
        <div className="mb-3 flex flex-wrap items-center gap-3 rounded-md bg-amber-bg px-3 py-2">
          <p>
            It looks like a machine’s: <Suspicions suspicions={submission.suspicions} />. Nothing has been done with it
            {submission.settledAt && (
              <>
                , and it was left as spam <Moment at={submission.settledAt} />
              </>
            )}
            .
          </p>
          <SpamChoices id={submission.id} settled={submission.settledAt !== null} />
        </div>
      )}
      {submission.undoneBy && submission.undoneAt && !isErased && (
        <div className="mb-3 flex flex-wrap items-center gap-3 rounded-md bg-amber-bg px-3 py-2">
          <p>
            What it did to people, companies and deals was put back by <Outside>{submission.undoneWho}</Outside>,{' '}
            <Moment at={submission.undoneAt} />. Mails and what else went outside stay, and a CRM that every form sends
            to gets the contact as it is now.
          </p>
          <PutBack cause={submission.undoneBy} label="Do it again" what="what this submission did" />
        </div>
      )}
      <div className="grid gap-6 min-[900px]:grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)] max-[899px]:*:overflow-x-auto">
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
                      <Outside>{labelOf(form, name)}</Outside> <span className="name block text-soft">{name}</span>
                    </td>
                    <td className="align-top! whitespace-pre-wrap">
                      <AnswerInWords answer={values[name]} words={shown} />
                    </td>
                    <td className="align-top!">
                      {origin &&
                        (origin[1] === 'plain' ? (
                          <span className="text-soft">{origin[0]}</span>
                        ) : (
                          <Chip tone={origin[1]}>{origin[0]}</Chip>
                        ))}
                    </td>
                  </tr>
                )
              })}
            </tbody>
          </table>
          {submission.state === 'applied' && submission.undoneBy === null && !isErased && (
            <div className="mt-3">
              <Correct key={JSON.stringify(values)} id={submission.id} form={form} values={values} />
            </div>
          )}
          <Corrections submission={submission} form={form} />
          {!isErased && <SubmissionNotes id={submission.id} notes={submission.notes} />}
        </section>
        <section>
          <div className="mb-1.5 flex items-baseline">
            <h2>The plan that ran</h2>
            {plan && !submission.undoneBy && !isErased && (
              <span className="ml-auto">
                <PutBack cause={submission.id} label="Put back" what="what it did to people, companies and deals" />
              </span>
            )}
          </div>
          {isErased ? (
            <p className="text-soft">
              {plan ? `Told: ${plan.routed.map(({ desk }) => desk.title).join(', ') || 'nobody'}.` : 'It did nothing.'}
            </p>
          ) : plan ? (
            <PlanLines plan={plan} />
          ) : (
            <p className="text-soft">
              {submission.state === 'spam'
                ? 'None: spam does nothing.'
                : 'It has not run yet. It is stored and queued.'}
            </p>
          )}
          <h2 className="mt-5 mb-1.5">Deliveries</h2>
          {deliveries.length === 0 ? (
            <p className="text-soft">Nothing was to be sent outside.</p>
          ) : (
            <Sheet rows={deliveries} columns={COLUMNS} />
          )}
        </section>
      </div>
    </main>
  )
}
