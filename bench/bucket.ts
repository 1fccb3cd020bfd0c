import { createHash, randomUUID } from 'node:crypto'
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { join } from 'node:path'

/** Smallest part but the last that an upload may have, in bytes. */
const SMALLEST_PART = 5 * 1024 * 1024

interface Kept {
  metadata: Record<string, string>
  etag: string
}

interface Begun {
  key: string
  parts: Map<number, { etag: string; bytes: number }>
}

class Refused extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
  ) {
    super(code)
  }
}

/**
 * A store that speaks as much of the S3 protocol as whoever keeps files in one needs: objects, and uploads in
 * parts. It asks for a key by name and checks no signature.
 */
export class Bucket {
  private readonly objects = new Map<string, Kept>()
  private readonly uploads = new Map<string, Begun>()

  /** What it holds lies in a folder, and is forgotten with the process. */
  constructor(private readonly folder: string) {
    rmSync(folder, { recursive: true, force: true })
    mkdirSync(folder, { recursive: true })
  }

  async answer(path: string, url: URL, request: IncomingMessage, response: ServerResponse): Promise<void> {
    try {
      if (!request.headers.authorization?.includes('Credential=')) throw new Refused(403, 'AccessDenied')
      const body = await readBytes(request)
      const [, ...key] = path.split('/')
      this.serve(`${request.method}`, key.map(decodeURIComponent).join('/'), url.searchParams, body, request, response)
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      const { status, code } = error
      response.writeHead(status, { 'content-type': 'application/xml' })
      response.end(request.method === 'HEAD' ? undefined : xml('Error', { Code: code, Message: code }))
    }
  }

  /** Keys of everything it holds, and of what is on its way. */
  list(): { objects: string[]; uploads: string[] } {
    return { objects: [...this.objects.keys()], uploads: [...this.uploads.values()].map(({ key }) => key) }
  }

  private serve(
    method: string,
    key: string,
    asked: URLSearchParams,
    body: Buffer,
    { headers }: IncomingMessage,
    response: ServerResponse,
  ): void {
    const upload = asked.get('uploadId')
    const part = Number(asked.get('partNumber'))
    const send = (status: number, text = '', more: Record<string, string> = {}) => {
      response.writeHead(status, { 'content-type': 'application/xml', ...more })
      response.end(text)
    }
    if (method === 'POST' && asked.has('delete')) {
      for (const [, one = ''] of body.toString().matchAll(/<Key>([^<]*)<\/Key>/g)) this.objects.delete(one)
      return send(200, xml('DeleteResult', {}))
    }
    if (method === 'POST' && asked.has('uploads')) {
      const id = randomUUID()
      this.uploads.set(id, { key, parts: new Map() })
      return send(200, xml('InitiateMultipartUploadResult', { Key: key, UploadId: id }))
    }
    if (method === 'PUT' && upload) {
      const etag = this.write(`${upload}.${part}`, body)
      this.begun(upload).parts.set(part, { etag, bytes: body.length })
      return send(200, '', { etag })
    }
    if (method === 'GET' && upload) {
      const parts = [...this.begun(upload).parts].sort(([a], [b]) => a - b)
      const listed = parts.map(([number, { etag, bytes }]) =>
        xml('Part', { PartNumber: number, ETag: etag, Size: bytes }),
      )
      return send(200, `<ListPartsResult><IsTruncated>false</IsTruncated>${listed.join('')}</ListPartsResult>`)
    }
    if (method === 'POST' && upload) {
      this.complete(upload, key)
      return send(200, xml('CompleteMultipartUploadResult', { Key: key }))
    }
    if (method === 'DELETE' && upload) {
      this.begun(upload)
      this.uploads.delete(upload)
      return send(204)
    }
    if (method === 'DELETE') {
      this.objects.delete(key)
      return send(204)
    }
    if (method === 'PUT') {
      const named = Object.entries(headers).filter(([name]) => name.startsWith('x-amz-meta-'))
      const etag = this.write(key, body)
      this.objects.set(key, { etag, metadata: Object.fromEntries(named.map(([name, text]) => [name, String(text)])) })
      return send(200, '', { etag })
    }
    const kept = this.objects.get(key)
    if (!kept) throw new Refused(404, 'NoSuchKey')
    const content = readFileSync(this.place(key))
    response.writeHead(200, { ...kept.metadata, etag: kept.etag, 'content-length': content.length })
    response.end(method === 'HEAD' ? undefined : content)
  }

  /** Joins the parts of an upload: as the real ones do, only where every one but the last is large enough. */
  private complete(upload: string, key: string): void {
    const parts = [...this.begun(upload).parts].sort(([a], [b]) => a - b)
    if (parts.slice(0, -1).some(([, { bytes }]) => bytes < SMALLEST_PART)) throw new Refused(400, 'EntityTooSmall')
    const content = Buffer.concat(parts.map(([number]) => readFileSync(this.place(`${upload}.${number}`))))
    this.objects.set(key, { etag: this.write(key, content), metadata: {} })
    this.uploads.delete(upload)
  }

  private begun(upload: string): Begun {
    const begun = this.uploads.get(upload)
    if (!begun) throw new Refused(404, 'NoSuchUpload')
    return begun
  }

  private write(key: string, content: Buffer): string {
    writeFileSync(this.place(key), content)
    return `"${createHash('md5').update(content).digest('hex')}"`
  }

  private place(key: string): string {
    return join(this.folder, encodeURIComponent(key))
  }
}

async function readBytes(request: IncomingMessage): Promise<Buffer> {
  const chunks: Buffer[] = []
  for await (const chunk of request) chunks.push(chunk as Buffer)
  return Buffer.concat(chunks)
}

const xml = (name: string, fields: Record<string, string | number>): string => {
  const inner = Object.entries(fields).map(([field, value]) => `<${field}>${escape(String(value))}</${field}>`)
  return `<${name}>${inner.join('')}</${name}>`
}

const escape = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;')
