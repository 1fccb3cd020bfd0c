/**
 * How a form stands, whatever its draft and releases say: `open` takes answers; `closed` says in words that it
 * does not; `archived` is closed and out of the way of those who work; `deleted` is gone for visitors, and can be
 * brought back.
 */
export const FORM_STATES = ['open', 'closed', 'archived', 'deleted'] as const

export type FormState = (typeof FORM_STATES)[number]

/** For how long after a form was closed those may still send who had begun before, in milliseconds. */
export const CLOSING_GRACE = 60 * 60 * 1000
