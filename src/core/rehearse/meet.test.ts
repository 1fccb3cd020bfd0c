import { describe, expect, it } from 'vitest'
import type { Form } from '../form/definition'
import { walkForm } from '../form/walk'
import { planSubmission } from '../plan/plan'
import { choiceOf, emailQuestion, formOf, snapshotOf } from '../testing/forms'
import type { Run } from './compare'
import { meetDraft } from './meet'

const clay = choiceOf('clay', 'stone', 'porcelain')
const live = formOf([clay, emailQuestion])

/** Answers run through a form by somebody who is not known. */
function run(form: Form, given: Record<string, unknown>): Run {
  const { answers, errors } = walkForm(form, given)
  const facts = { linkHolder: null, submission: null, form: null }
  return { form, errors, plan: planSubmission(form, answers, {}, facts, snapshotOf()) }
}

const meet = (draft: Form, given: Record<string, unknown>) => meetDraft(run(live, given), run(draft, given))
const ADA = { clay: 'stone', email: 'ada@studio.example' }

describe('what an arrival of before meets in a draft', () => {
  it('is the same where nothing of what it does changed', () => {
    expect(meet(live, ADA)).toEqual({ met: 'same', asked: [], difference: { gone: [], come: [] } })
    const longer = formOf([clay, { ...emailQuestion, label: 'Email' }], { intro: 'Tell us of your studio.' })
    expect(meet(longer, ADA).met).toBe('same')
  })

  it('is another where somebody is told otherwise', () => {
    const told = formOf([clay, emailQuestion], {
      messages: [{ name: 'thanks', title: 'Thanks', to: 'visitor', subject: 'Thank you', body: 'Thank you' }],
    })
    const { met, difference } = meet(told, ADA)
    expect(met).toBe('otherwise')
    expect(difference.come).toEqual(expect.arrayContaining([expect.stringContaining('“Thanks” goes to')]))
  })

  it('is refused where an answer that they gave is one no more', () => {
    const narrower = formOf([choiceOf('clay', 'porcelain'), emailQuestion])
    const { met, difference } = meet(narrower, ADA)
    expect(met).toBe('refused')
    expect(difference.come).toEqual([expect.stringContaining('It is refused at “clay”')])
  })

  it('is not refused for a question that nobody could have answered, nor for what it was refused for already', () => {
    const asks = formOf([
      clay,
      { ...choiceOf('kiln', 'top', 'front'), label: 'Which kiln?', required: true },
      emailQuestion,
    ])
    expect(meet(asks, ADA)).toEqual({ met: 'same', asked: ['Which kiln?'], difference: { gone: [], come: [] } })
    // An answer to a release of long ago is none of the live one either.
    expect(meet(asks, { ...ADA, clay: 'gone' })).toMatchObject({ met: 'same', asked: ['Which kiln?'] })
  })
})
