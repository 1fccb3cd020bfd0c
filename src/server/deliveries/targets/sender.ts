import type { Bodies, TargetName } from '@/core/dispatch/targets/bodies'
import type { Reach } from '../reach'

/** What sending needs beside the body. */
export interface Errand {
  /** Id of the delivery: the idempotency key, the same at every attempt. */
  id: string
  workspaceId: string
  /** Settings of the connection, secrets included; `null` for the installation's own mail server. */
  settings: Readonly<Record<string, string>> | null
  /** The installation's own mail server. */
  smtpUrl: string
  reach: Reach
  /** Where whoever gets a mail leaves the lists it is sent to; left out where it is sent to none. */
  leave?: string
  /** Where they say that it was them who wrote; left out where nothing waits for that. */
  confirm?: string
  /** Where they confirm that they join lists; left out where nobody asks. */
  join?: string
  /** The time, by the database's clock: a process's own may be wrong. */
  now: Date
  signal: AbortSignal
}

/** Who gets a try. */
export interface Trier {
  name: string
  email: string
}

/** Sends what a target planned. */
export interface Sender<T extends TargetName> {
  /**
   * Makes one attempt. Returns what is worth knowing although it went out, or `null`; throws `Permanent` for
   * what trying again cannot mend, and anything else for what may pass.
   */
  send(body: Bodies[T], errand: Errand): Promise<string | null>
  /** Tries the connection with nothing that counts; returns what came back, and throws as `send` does. */
  try(errand: Errand, who: Trier): Promise<string>
}
