/** What came of a deed: its result, or why it was not done, as an HTTP status tells it. */
export type Done<T> = { ok: true; value: T } | NotDone

/** Why something may not be done (RFC 9110, 15.5; RFC 6585, 3). */
export type Refusal = 403 | 404 | 409 | 412 | 422 | 428 | 429

export interface NotDone {
  ok: false
  status: Refusal
  message: string
  /** What else there is to know, such as who was first, or what is wrong where. */
  more: Readonly<Record<string, unknown>>
}

export const done = <T>(value: T): Done<T> => ({ ok: true, value })

export const notDone = (status: Refusal, message: string, more: NotDone['more'] = {}): NotDone => ({
  ok: false,
  status,
  message,
  more,
})
