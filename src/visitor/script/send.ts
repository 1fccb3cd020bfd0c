import type { AnswerError } from '@/core/answers/check'
import type { Outcome } from '@/core/dispatch/outcome'
import { type Page, readValues } from './page'

export type Sent =
  | { result: 'sent'; outcome: Outcome }
  | { result: 'wrong'; errors: AnswerError[] }
  | { result: 'unsent'; reason: string }

/** Sends the answers. Sending again is safe: the visit is the same, so the server stores them once. */
export async function send(page: Page): Promise<Sent> {
  const query = new URLSearchParams(location.search)
  const { data } = page
  const body = {
    visit: data.visit,
    values: readValues(page),
    k: query.get('k') ?? undefined,
    link: Object.fromEntries([...query].filter(([name]) => name !== 'k')),
    before: data.before,
  }
  try {
    const response = await fetch(location.pathname, {
      method: 'POST',
      headers: { 'content-type': 'application/json', accept: 'application/json' },
      body: JSON.stringify(body),
    })
    const answer = (await response.json()) as { outcome: Outcome; errors: AnswerError[] }
    if (response.ok) return { result: 'sent', outcome: answer.outcome }
    if (response.status === 422) return { result: 'wrong', errors: answer.errors }
    return { result: 'unsent', reason: 'Our side could not take your answers just now.' }
  } catch {
    return { result: 'unsent', reason: 'There is no connection.' }
  }
}
