import { isCrowded, isDatabaseAway } from './failures'
import { log } from './log'

/** How often to look whether the database is back, in milliseconds. */
const LOOK_EVERY = 400

/**
 * Whether the database is there. Once it is known to be away nobody waits to find that out again: whoever
 * asks meanwhile is told at once, and one look at a time goes out to see whether it is back.
 */
export class Presence {
  private lost = false
  private doubting = false

  /** `look` fails when the database does not answer; `renew` throws away connections that may be dead. */
  constructor(
    private readonly look: () => Promise<unknown>,
    private readonly renew: () => void,
  ) {}

  get isAway(): boolean {
    return this.lost
  }

  /** Takes note of an error: it may mean that the database is away. A crowd is no absence, but worth a look. */
  tell(error: unknown): void {
    if (isCrowded(error)) void this.doubt()
    else if (isDatabaseAway(error)) this.lose(error)
  }

  /** Somebody waited too long. Either the database is away, or the connections to it are dead. */
  async doubt(): Promise<void> {
    if (this.lost || this.doubting) return
    this.doubting = true
    try {
      await this.look()
      this.renew()
    } catch (error) {
      this.lose(error)
    } finally {
      this.doubting = false
    }
  }

  private lose(error: unknown): void {
    if (this.lost) return
    this.lost = true
    log.warn({ error }, 'The database is away')
    void this.waitUntilBack()
  }

  private async waitUntilBack(): Promise<void> {
    for (;;) {
      await new Promise((done) => setTimeout(done, LOOK_EVERY).unref())
      try {
        await this.look()
        this.renew()
        this.lost = false
        log.info('The database is back')
        return
      } catch (error) {
        log.debug({ error }, 'The database is still away')
      }
    }
  }
}
