import { randomUUID } from 'node:crypto'
import { ERRORS, type Lock, type Locker, type RequestRelease } from '@tus/server'
import { holdFile, letGoOfFile, noteReceived } from '@/db/queries/files'
import { context } from '../context'
import { store } from './store'

/** How long a request holds a file that it says nothing of, and how often it says that it is there, in seconds. */
const HOLD = 12
const REFRESH = 4

/** How long one waits for another to let go, and how often it looks, in milliseconds. */
const PATIENCE = 9000
const LOOK = 250

/** Requests of this process that write, by file: whoever comes next asks them to stop. */
const writing = new Map<string, RequestRelease>()

/**
 * One request writes to a file at a time, whichever process it came to: a connection that broke may still be
 * held open by one when its sender goes on at another. The hold of a process that was killed runs out.
 */
export class FileLocker implements Locker {
  newLock = (id: string): Lock => new FileLock(id)
}

class FileLock implements Lock {
  private readonly by = randomUUID()
  private refreshing: NodeJS.Timeout | undefined

  constructor(private readonly id: string) {}

  async lock(signal: AbortSignal, requestRelease: RequestRelease): Promise<void> {
    const end = performance.now() + PATIENCE
    while (!(await this.hold())) {
      await writing.get(this.id)?.()
      if (signal.aborted || performance.now() > end) throw ERRORS.ERR_LOCK_TIMEOUT
      await new Promise((done) => setTimeout(done, LOOK))
    }
    writing.set(this.id, requestRelease)
    this.refreshing = setInterval(() => void this.hold().catch(() => undefined), REFRESH * 1000)
  }

  async unlock(): Promise<void> {
    clearInterval(this.refreshing)
    writing.delete(this.id)
    const { visitors: db } = context()
    // Whatever became of the request, what it left here counts.
    const upload = await (await store()).getUpload(this.id).catch(() => null)
    if (upload) await noteReceived(db, this.id, upload.offset)
    await letGoOfFile(db, this.id, this.by)
  }

  private hold = (): Promise<boolean> => holdFile(context().visitors, this.id, this.by, HOLD)
}
