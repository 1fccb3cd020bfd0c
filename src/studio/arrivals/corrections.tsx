import { sameAnswer } from '@/core/answers/answer'
import { labelOf, findQuestion } from '@/core/form/values'
import { showAnswer } from '@/core/form/show'
import type { ShownSubmission } from '@/server/submissions/showSubmission'
import { PutBack } from '../people/putBack'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'

/** What was answered before each correction, the latest first. */
export function Corrections({ submission: { corrections, values }, form }: ShownSubmission) {
  if (corrections.length === 0) return null
  return (
    <section aria-label="Corrections" className="mt-4">
      <h2 className="mb-1.5">Corrected</h2>
      <ul className="space-y-2">
        {corrections.map(({ id, who, at, before }, index) => {
          const after = corrections[index - 1]?.before ?? values
          const names = Object.keys({ ...before, ...after }).filter(
            (name) => !sameAnswer(before[name] ?? null, after[name] ?? null),
          )
          return (
            <li key={id} className="border-l-2 border-moss pl-2">
              <p className="flex flex-wrap items-baseline gap-x-2 text-soft">
                <span>
                  by <Outside>{who ?? 'somebody'}</Outside>, <Moment at={at} />
                </span>
                {index === 0 && <PutBack cause={id} label="Put back" what="the correction of these answers" />}
              </p>
              {names.map((name) => (
                <p key={name}>
                  <Outside>{labelOf(form, name)}</Outside>:{' '}
                  <s className="text-soft">
                    <Outside>{showAnswer(findQuestion(form, name), before[name]) || 'blank'}</Outside>
                  </s>{' '}
                  → <Outside>{showAnswer(findQuestion(form, name), after[name]) || 'blank'}</Outside>
                </p>
              ))}
            </li>
          )
        })}
      </ul>
    </section>
  )
}
