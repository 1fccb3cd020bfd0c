import { connect, createServer } from 'node:net'

/** Stands before several servers on this machine and hands each connection to the next of them in turn. */
export class Balancer {
  /** @param {number[]} ports */
  constructor(ports) {
    let turn = 0
    this.server = createServer((client) => {
      const server = connect(ports[turn++ % ports.length] ?? 0, '127.0.0.1')
      client.pipe(server).pipe(client)
      client.on('error', () => server.destroy())
      server.on('error', () => client.destroy())
      client.on('close', () => server.destroy())
      server.on('close', () => client.destroy())
    })
  }

  /** @param {number} port @returns {Promise<void>} */
  listen(port) {
    return new Promise((done, fail) => this.server.once('error', fail).listen(port, '127.0.0.1', done))
  }

  close() {
    this.server.close()
  }
}
