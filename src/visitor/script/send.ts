import type { AnswerError } from '@/core/form/check'
import { ownFields, type Page, post, readValues } from './page'
import { work } from './work'

export type Sent =
  /** The outcome's page, or where it leads on to. */
  | { result: 'sent'; page: string; next: string | null }
  | { result: 'wrong'; errors: AnswerError[] }
  /** The form has been released anew, and answers to this page’s release are no longer taken. */
  | { result: 'changed' }
  /** Not taken just now; worth trying again after so many seconds, where that is told. */
  | { result: 'unsent'; why: 'offline' | 'untaken'; again: number }

/** Sends the answers. Sending again is safe: the visit is the same, so the server stores them once. */
export async function send(page: Page): Promise<Sent> {
  await (
    await work(page)
  )?.()
  try {
    const response = await post(page.address, JSON.stringify({ ...ownFields(page), values: readValues(page) }))
    if (response.ok) return { result: 'sent', page: await response.text(), next: response.headers.get('location') }
    const answer = (await response.json()) as { errors: AnswerError[]; release?: number }
    if (response.status === 422) return { result: 'wrong', errors: answer.errors }
    if (response.status === 409 && answer.release) return { result: 'changed' }
    return { result: 'unsent', why: 'untaken', again: Number(response.headers.get('retry-after')) }
  } catch {
    return { result: 'unsent', why: 'offline', again: 0 }
  }
}
