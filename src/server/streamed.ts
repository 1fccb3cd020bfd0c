import { ReadableStream as Stream } from 'node:stream/web'

/**
 * The body of an answer that is sent as it is made, piece by piece, as fast as it is read; whoever makes it is ended
 * where its reader goes away. Not Node's own way from one kind of stream to the other: that goes on feeding a body
 * that was closed meanwhile, and the error ends the process, since nobody is there to catch it.
 */
export function streamed(pieces: AsyncIterable<Uint8Array | string>): ReadableStream<Uint8Array> {
  return Stream.from(inBytes(pieces)) as unknown as ReadableStream<Uint8Array>
}

async function* inBytes(pieces: AsyncIterable<Uint8Array | string>): AsyncGenerator<Uint8Array> {
  for await (const piece of pieces) if (piece.length > 0) yield typeof piece === 'string' ? Buffer.from(piece) : piece
}
