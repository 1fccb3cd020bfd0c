/** What came of a deed: its result, or why it was not done, as an HTTP status tells it. */
export type Done<T> = { ok: true; value: T } | NotDone

export interface NotDone {
  ok: false
  status: 404 | 409 | 422
  message: string
}

export const done = <T>(value: T): Done<T> => ({ ok: true, value })

export const notDone = (status: NotDone['status'], message: string): NotDone => ({ ok: false, status, message })
