import { tmpdir } from 'node:os'
import type { Readable } from 'node:stream'
import { FileStore } from '@tus/file-store'
import { type DataStore, Upload } from '@tus/server'
import type { Config } from '../config'
import { context } from '../context'
import type { BucketSettings } from './bucket_store'

/** Where what is in files and pictures lies, each under its key: a folder, or a bucket of an S3-compatible store. */
export type Store = DataStore & { read(key: string): Readable | Promise<Readable> }

export type StoreSettings = Pick<Config, 'LICHEN_FILES'> & BucketSettings

const holder = globalThis as { lichenStore?: Promise<Store> }
export const store = (): Promise<Store> => (holder.lichenStore ??= openStore(context().config))

/** The store that the settings name. */
export async function openStore(settings: StoreSettings): Promise<Store> {
  if (!settings.LICHEN_S3_BUCKET) return new FileStore({ directory: settings.LICHEN_FILES })
  // Large, and needed by few.
  const { openBucket } = await import('./bucket_store')
  return openBucket(settings)
}

/** Where what comes is put until its size is known. */
export const waitingRoom = (): string => tmpdir()

/** Puts something whole under a key. */
export async function put(key: string, bytes: number, content: Readable, into = store()): Promise<void> {
  const to = await into
  await to.create(new Upload({ id: key, size: bytes, offset: 0 }))
  await to.write(content, key, 0)
}

/** What lies under a key. Fails where nothing does. */
export async function read(key: string, from = store()): Promise<Readable> {
  const content = await (await from).read(key)
  // A folder says that there is no file only once one reads.
  await new Promise<void>((there, fail) => {
    content.once('readable', there)
    content.once('end', there)
    content.once('error', fail)
  })
  return content
}

/** Removes what lies under a key, if anything does. */
export async function remove(key: string, from = store()): Promise<void> {
  try {
    await (await from).remove(key)
  } catch (error) {
    if (!isMissing(error)) throw error
  }
}

/** Whether there is nothing, or nothing any more. */
const isMissing = (error: unknown): boolean => {
  const status = (error as { status_code?: number }).status_code
  return status === 404 || status === 410
}

/** All of something that is known to be small. */
export async function readWhole(content: Readable): Promise<Buffer> {
  const chunks: Buffer[] = []
  for await (const chunk of content) chunks.push(chunk as Buffer)
  return Buffer.concat(chunks)
}
