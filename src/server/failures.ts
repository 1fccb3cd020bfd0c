import { makeSound } from '@/core/formats/text'

/** Telling what failed for good from what will pass. */

/** Whether an error means that the database is away rather than that something is wrong. */
export function isDatabaseAway(error: unknown): boolean {
  const code = codeOf(error)
  const message = error instanceof Error ? error.message : ''
  return (
    /^(ECONN|EPIPE|ETIMEDOUT|EHOSTUNREACH|ENETUNREACH|ENOTFOUND|EAI_AGAIN|57P0|08|53300)/.test(code) ||
    /Connection terminated|timeout exceeded when trying to connect|the database system is|not queryable/.test(message)
  )
}

/** Whether no connection was free in time: the database may be away, or there is only much to do. */
export const isCrowded = (error: unknown): boolean =>
  error instanceof Error && error.message.includes('timeout exceeded when trying to connect')

/** Whether a statement was ended because it, or its wait for another one, took too long (PostgreSQL, Appendix A). */
export const tookTooLong = (error: unknown): boolean => ['57014', '55P03'].includes(codeOf(error))

/**
 * Whether trying again may help: the database is away, full, out of something, or somebody else was first
 * (PostgreSQL's classes 40, 53, 54, 55, 57, 58). Everything else stays wrong however often it is tried.
 */
export const isTemporary = (error: unknown): boolean =>
  isDatabaseAway(error) || /^(40|53|55|57|58)[0-9A-Z]{3}$/.test(codeOf(error)) || codeOf(error) === '25P03'

/** Whether something is there already that may be there once only (PostgreSQL, Appendix A). */
export const isTaken = (error: unknown): boolean => codeOf(error) === '23505'

/** What is wrong, with what caused it, for people who may see it. At most 1000 characters. */
export function reasonOf(error: unknown): string {
  const parts: string[] = []
  for (let cause = error; cause instanceof Error && parts.length < 3; cause = cause.cause) parts.push(cause.message)
  return makeSound(parts.filter(Boolean).join(': ') || String(error))
    .slice(0, 1000)
    .toWellFormed()
}

const codeOf = (error: unknown): string => {
  const code = (error as { code?: unknown } | null | undefined)?.code
  return typeof code === 'string' ? code : ''
}
