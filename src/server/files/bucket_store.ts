import { S3Store } from '@tus/s3-store'
import type { Config } from '../config'

/** Which bucket, and how it is reached. */
export type BucketSettings = Pick<
  Config,
  'LICHEN_S3_BUCKET' | 'LICHEN_S3_ENDPOINT' | 'LICHEN_S3_REGION' | 'LICHEN_S3_KEY' | 'LICHEN_S3_SECRET'
>

/** Smallest part that such stores take, in bytes. */
const PART = 5 * 1024 * 1024

/** A bucket of an S3-compatible store, from which anything can be removed: what came whole has no upload left that could be broken off. */
class BucketStore extends S3Store {
  override async remove(key: string): Promise<void> {
    const here = { Bucket: this.bucket, Key: key }
    const upload = await this.getMetadata(key).then(
      (known) => known['upload-id'],
      () => null,
    )
    if (upload)
      await this.client.abortMultipartUpload({ ...here, UploadId: upload }).catch((error: Error) => {
        if (!/^NoSuch/.test(error.name)) throw error
      })
    const keys = [key, this.infoKey(key), this.partKey(key, true)]
    await this.client.deleteObjects({ Bucket: this.bucket, Delete: { Objects: keys.map((Key) => ({ Key })) } })
    await this.clearCache(key)
  }
}

export function openBucket(settings: BucketSettings): BucketStore {
  const { LICHEN_S3_BUCKET: bucket, LICHEN_S3_ENDPOINT: endpoint, LICHEN_S3_REGION: region } = settings
  return new BucketStore({
    partSize: PART,
    // How far a file has come is told by how much of it is there. Were its parts sent side by side, a process killed
    // meanwhile could leave a later one without the one before, and what comes next would stand in the wrong place.
    maxConcurrentPartUploads: 1,
    // Tags tell only what is unfinished, and not every store has them.
    useTags: false,
    s3ClientConfig: {
      bucket,
      region,
      ...(endpoint ? { endpoint, forcePathStyle: true } : {}),
      credentials: { accessKeyId: settings.LICHEN_S3_KEY, secretAccessKey: settings.LICHEN_S3_SECRET },
      requestChecksumCalculation: 'WHEN_REQUIRED',
      responseChecksumValidation: 'WHEN_REQUIRED',
    },
  })
}
