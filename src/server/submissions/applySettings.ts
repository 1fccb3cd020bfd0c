import type { Config } from '../config'

export interface ApplySettings {
  /** Address of the installation: files lie below it. */
  url: string
  /** Most that one mail carries of files, in bytes. */
  attach: number
  /** Submissions applied together at most. */
  together: number
  /** When a submission counts as applied, for histories that are made; left out, it is when it is. */
  appliedAt?: (receivedAt: Date) => Date
}

/** What the installation's settings say of applying. */
export const appliedWith = ({ LICHEN_URL: url, LICHEN_MAIL_FILES: megabytes }: Config) => ({
  url,
  attach: megabytes * 1_000_000,
})
