import { connect, createServer, type Server, type Socket } from 'node:net'

/** Stands between Lichen and its database, and can stop forwarding without saying so. */
export class SilentProxy {
  private readonly pairs = new Set<[Socket, Socket]>()
  private readonly server: Server
  /** Whether new connections are forwarded. */
  forwards = true

  constructor(private readonly to: number) {
    this.server = createServer({ noDelay: true }, (client) => {
      client.on('error', () => undefined)
      if (!this.forwards) return
      const database = connect({ port: this.to, host: '127.0.0.1', noDelay: true })
      const pair: [Socket, Socket] = [client, database]
      this.pairs.add(pair)
      client.pipe(database).pipe(client)
      for (const [one, other] of [pair, [database, client] as const]) {
        one.on('error', () => undefined)
        one.on('close', () => {
          other.destroy()
          this.pairs.delete(pair)
        })
      }
    })
  }

  listen = (port: number): Promise<void> => new Promise((done) => this.server.listen(port, '127.0.0.1', done))

  /** Every connection there is goes silent: nothing is forwarded, nothing closed. Returns how many. */
  mute(): number {
    for (const [client, database] of this.pairs) {
      client.unpipe()
      database.unpipe()
      client.pause()
      database.pause()
    }
    return this.pairs.size
  }

  close(): void {
    for (const [client, database] of this.pairs) {
      client.destroy()
      database.destroy()
    }
    this.server.close()
  }
}
