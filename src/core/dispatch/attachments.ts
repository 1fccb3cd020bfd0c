import { ENGLISH } from '../language/languages'
import { tellBytes } from '../language/bytes'
import { isNamedByContents } from '../answers/file_name'

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

/**
 * Which of some files go with a mail: in their order, those that fit into what it may carry, in bytes, and that are
 * called by what is in them: a double click on anything else may run it.
 */
export function attachUpTo(files: readonly SentFile[], most: number): MailFile[] {
  let room = most
  return files.map((file) => {
    const attached = file.bytes <= room && isNamedByContents(file.name, file.type)
    if (attached) room -= file.bytes
    return { ...file, attached }
  })
}

/** What a mail says of its files, and where to get those that it does not carry. */
export const tellFiles = (files: readonly MailFile[]): string =>
  files
    .map(({ name, type, bytes, attached, address }) => {
      const told = `${name} (${tellBytes(ENGLISH, bytes)})`
      if (attached) return `${told}, attached`
      return isNamedByContents(name, type)
        ? `${told}: ${address}`
        : `${told}, not attached, since its name does not tell what is in it: ${address}`
    })
    .join('\n')
