import { appendFileSync, mkdirSync, rmSync } from 'node:fs'
import { join, resolve } from 'node:path'
import process from 'node:process'
import { Balancer } from './balancer.mjs'
import { Cluster, keptSecret, requireFreePort } from './cluster.mjs'
import { BEGIN_ANEW, keepRunning } from './keep.mjs'
import { runBeside, waitFor } from './run.mjs'
import { Trouble } from './say.mjs'

const NODE = ['--import', 'tsx']

/**
 * Lichen with everything around it on this machine: a database, the Bench, the web server and a worker,
 * on four ports from `port` on, with its files in `home`.
 */
export class Installation {
  /** @param {string} home @param {number} port @param {Record<string, string>} [settings] */
  constructor(home, port, settings = {}) {
    this.home = resolve(home)
    mkdirSync(this.home, { recursive: true })
    this.port = port
    this.cluster = new Cluster(this.home, port + 1)
    this.url = `http://127.0.0.1:${port}`
    this.bench = `http://127.0.0.1:${port + 2}`
    /** @type {ReturnType<typeof keepRunning>[]} */
    this.processes = []
    /** @type {Balancer | null} */
    this.balancer = null
    /** @type {Record<string, string>} */
    this.environment = {
      DATABASE_URL: this.cluster.url,
      LICHEN_URL: this.url,
      LICHEN_PORT: String(port),
      LICHEN_SECRET: keptSecret(join(this.home, 'secret')),
      LICHEN_SMTP_URL: `smtp://127.0.0.1:${port + 3}?ignoreTLS=true`,
      LICHEN_KEYS: keptSecret(join(this.home, 'key')),
      LICHEN_REACH: `127.0.0.1:${port + 2}`,
      LICHEN_BENCH_URL: this.bench,
      // The Bench tells what names stand for at the same port, over UDP.
      LICHEN_DNS: `127.0.0.1:${port + 2}`,
      BENCH_PORT: String(port + 2),
      BENCH_SMTP_PORT: String(port + 3),
      BENCH_FOLDER: join(this.home, 'bench'),
      BENCH_HOOK_SECRET: `whsec_${Buffer.from(keptSecret(join(this.home, 'hook_secret')), 'hex').toString('base64')}`,
      LICHEN_FILES: join(this.home, 'files'),
      ...settings,
    }
  }

  /** Removes the data, not the cluster. */
  clear() {
    this.cluster.dropDatabase()
    for (const folder of [this.environment.BENCH_FOLDER, this.environment.LICHEN_FILES])
      rmSync(folder ?? '', { recursive: true, force: true })
  }

  /** Runs one of our scripts to its end. @param {string} script @param {string[]} [args] */
  script(script, args = []) {
    return runBeside(process.execPath, [...NODE, script, ...args], { ...process.env, ...this.environment })
  }

  /**
   * Starts the database and fills it anew with the demo company; returns the API token.
   * @param {string[]} [args] for the loader @returns {Promise<string>}
   */
  async loadAnew(args = []) {
    await this.beginAnew()
    return this.loadDemo(args)
  }

  /** Starts the database server, without a database of ours or any files. */
  async beginEmpty() {
    await this.requirePorts()
    await this.cluster.start()
    this.clear()
  }

  /** Starts the database with nothing in it but tables. */
  async beginAnew() {
    await this.beginEmpty()
    this.cluster.ensureDatabase()
    await this.script('scripts/migrate.ts')
  }

  /** @param {string[]} [args] @returns {Promise<string>} */
  async loadDemo(args = []) {
    const said = await this.script('scripts/demo_data/load.ts', args)
    return JSON.parse(said.trim().split('\n').at(-1) ?? '{}').token
  }

  async requirePorts() {
    await requireFreePort(this.port, 'the web server')
    await requireFreePort(this.port + 2, 'the Bench')
    await requireFreePort(this.port + 3, 'the Bench’s mail server')
  }

  /**
   * Starts a process and keeps it running.
   * `all` is what `npm start` runs.
   * @param {'bench' | 'web' | 'worker' | 'all'} what @param {Record<string, string>} [settings]
   */
  start(what, settings = {}) {
    const args = {
      bench: [...NODE, 'bench/main.ts'],
      all: [...NODE, 'scripts/start.ts'],
      web: ['build/process.mjs'],
      worker: ['build/process.mjs'],
    }[what]
    const role = what === 'bench' ? {} : { LICHEN_ROLE: what }
    const log = join(this.home, `${what}.log`)
    appendFileSync(log, `\n${new Date().toISOString()} started\n`)
    const environment = { ...this.environment, ...role, ...settings }
    const started = keepRunning(what, args, environment, {
      log,
      say: (text) => appendFileSync(log, `${text}\n`),
    })
    this.processes.push(started)
    return started
  }

  /** Starts everything and waits until it is well. */
  async startAll() {
    await this.startBench()
    this.start('worker')
    this.start('web')
    await this.untilWell()
  }

  /** The same with two workers, and two web servers that take connections in turn, on one database. */
  async startTwins() {
    await this.startBench()
    const ports = [this.port + 4, this.port + 5]
    for (const port of ports) {
      await requireFreePort(port, 'a web server')
      this.start('worker')
      this.start('web', { LICHEN_PORT: String(port) })
    }
    for (const port of ports) await waitFor(`http://127.0.0.1:${port}/api/health`, 60, () => this.whoDied())
    this.balancer = new Balancer(ports)
    await this.balancer.listen(this.port)
    await this.untilWell()
  }

  async startBench() {
    this.start('bench')
    await waitFor(this.bench, 60, () => this.whoDied())
  }

  async untilWell() {
    const ready = async () => {
      const health = await fetch(`${this.url}/api/health`).then((response) => response.json())
      return health.worker === 'up'
    }
    await waitFor(`${this.url}/api/health`, 60, () => this.whoDied())
    for (let tries = 0; !(await ready()); tries++) {
      if (tries > 100 || this.whoDied())
        throw new Trouble(this.whoDied() ?? 'The worker does not start.', `look at ${this.home}/worker.log.`)
      await new Promise((done) => setTimeout(done, 200))
    }
  }

  /** A process that ended of itself while everything was being started, and has not been started again yet. */
  whoDied() {
    const dead = this.processes.find(({ child }) => child.exitCode !== null && child.exitCode !== BEGIN_ANEW)
    return dead ? `The ${dead.name} process ended; its log is ${dead.log}.` : null
  }

  async stop() {
    this.balancer?.close()
    await Promise.all(this.processes.map((one) => one.end()))
    this.processes = []
    this.cluster.stop()
  }
}
