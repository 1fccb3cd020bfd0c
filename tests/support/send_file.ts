import { Upload } from 'tus-js-client'
import { PROOF_HEADER } from '@/core/answers/files'
import type { OpenedPage } from './page'

interface Sent {
  url: string
  slug: string
  page: Pick<OpenedPage, 'data'>
  question: string
  name: string
  content: Buffer
  onChunk?: (bytes: number) => void
}

/** Sends a file by tus as a visitor's page does, again and again where nobody answers; gives the address it lies at. */
export async function sendFile({ url, slug, page, question, name, content, onChunk }: Sent): Promise<string> {
  const { visit, proof, release } = page.data
  const sent = await new Promise<string>((done, fail) => {
    const upload = new Upload(content, {
      endpoint: `${url}/f/${slug}/files`,
      chunkSize: 3_000_000,
      retryDelays: Array.from({ length: 60 }, () => 400),
      headers: { [PROOF_HEADER]: proof },
      metadata: { visit, proof, release: String(release), question, filename: name },
      ...(onChunk && { onChunkComplete: onChunk }),
      onSuccess: () => done(upload.url ?? ''),
      onError: fail,
    })
    upload.start()
  })
  return `${url}/files/${sent.split('/').at(-1)}/${encodeURIComponent(name)}`
}
