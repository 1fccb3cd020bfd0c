import { ENGLISH } from '../language/languages'
import { tellBytes } from '../language/bytes'

/** A file that came with a submission. */
export interface SentFile {
  id: string
  name: string
  /** Its media type by what is in it (IANA). */
  type: string
  bytes: number
  /** Where members get it. */
  address: string
}

export interface MailFile extends SentFile {
  /** Whether it goes with the mail itself. */
  attached: boolean
}

/** Which of some files go with a mail: in their order, those that fit into what it may carry, in bytes. */
export function attachUpTo(files: readonly SentFile[], most: number): MailFile[] {
  let room = most
  return files.map((file) => {
    const attached = file.bytes <= room
    if (attached) room -= file.bytes
    return { ...file, attached }
  })
}

/** What a mail says of its files, and where to get those that it does not carry. */
export const tellFiles = (files: readonly MailFile[]): string =>
  files
    .map(({ name, bytes, attached, address }) =>
      attached
        ? `${name} (${tellBytes(ENGLISH, bytes)}), attached`
        : `${name} (${tellBytes(ENGLISH, bytes)}): ${address}`,
    )
    .join('\n')
