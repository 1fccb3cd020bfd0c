import { tmpdir } from 'node:os'
import type { Readable } from 'node:stream'
import { FileStore } from '@tus/file-store'
import { S3Store } from '@tus/s3-store'
import { type DataStore, Upload } from '@tus/server'
import type { Config } from '../config'
import { context } from '../context'

/** Where what is in files and pictures lies, each under its key: a folder, or a bucket of an S3-compatible store. */
export type Store = DataStore & { read(key: string): Readable | Promise<Readable> }

/** Smallest part that such stores take, in bytes. */
const PART = 5 * 1024 * 1024

const holder = globalThis as { lichenStore?: Store }
export const store = (): Store => (holder.lichenStore ??= openStore(context().config))

function openStore(config: Config): Store {
  const { LICHEN_S3_BUCKET: bucket, LICHEN_S3_ENDPOINT: endpoint } = config
  if (!bucket) return new FileStore({ directory: config.LICHEN_FILES })
  return new S3Store({
    partSize: PART,
    // Tags tell only what is unfinished, and not every store has them.
    useTags: false,
    s3ClientConfig: {
      bucket,
      region: config.LICHEN_S3_REGION,
      ...(endpoint ? { endpoint, forcePathStyle: true } : {}),
      credentials: { accessKeyId: config.LICHEN_S3_KEY, secretAccessKey: config.LICHEN_S3_SECRET },
      requestChecksumCalculation: 'WHEN_REQUIRED',
      responseChecksumValidation: 'WHEN_REQUIRED',
    },
  })
}

/** Where what comes is put until its size is known. */
export const waitingRoom = (): string => tmpdir()

/** Puts something whole under a key. */
export async function put(key: string, bytes: number, content: Readable): Promise<void> {
  const upload = await store().create(new Upload({ id: key, size: bytes, offset: 0 }))
  await store().write(content, upload.id, 0)
}

/** What lies under a key. Fails where nothing does. */
export async function read(key: string): Promise<Readable> {
  const content = await store().read(key)
  // A folder says that there is no file only once one reads.
  await new Promise<void>((there, fail) => {
    content.once('readable', there)
    content.once('end', there)
    content.once('error', fail)
  })
  return content
}

/** Removes what lies under a key, if anything does. */
export async function remove(key: string): Promise<void> {
  try {
    await store().remove(key)
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
