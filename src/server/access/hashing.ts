import { APIError } from 'better-auth/api'
import { hashPassword, verifyPassword } from 'better-auth/crypto'
import { Line, LineIsFull } from '../line'

/** Passwords that may wait to be worked on; more than these are told to come back. */
const MOST_WAITING = 60

const holder = globalThis as { lichenHashing?: Line }
const line = (): Line => (holder.lichenHashing ??= new Line(1, MOST_WAITING))

/**
 * Works on one password after the other. Each is made dear on purpose (scrypt, by the measure of OWASP’s Password
 * Storage Cheat Sheet), so that however many come, they never have more of the machine than one core.
 */
const inTurn = <T>(work: () => Promise<T>): Promise<T> =>
  line()
    .inTurn(work)
    .catch((error: unknown) => {
      if (!(error instanceof LineIsFull)) throw error
      throw new APIError('SERVICE_UNAVAILABLE', { message: 'Too many sign in just now. Try again in a moment.' })
    })

export const hash = (password: string): Promise<string> => inTurn(() => hashPassword(password))

export const verify = (given: { hash: string; password: string }): Promise<boolean> =>
  inTurn(() => verifyPassword(given))
