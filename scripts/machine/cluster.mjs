import { createHash } from 'node:crypto'
import {
  appendFileSync,
  chmodSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { findPostgres, isRoot } from './packages.mjs'
import { run, succeeds } from './run.mjs'
import { say, Trouble } from './say.mjs'

/**
 * A PostgreSQL cluster of our own on loopback. PostgreSQL refuses to run as root, so root runs it as
 * the user `postgres`.
 */
export class Cluster {
  /** @param {string} home folder the cluster lives under @param {number} port */
  constructor(home, port) {
    this.port = port
    this.home = resolve(home)
    this.bin = findPostgres() ?? ''
    this.folder = placeFor(this.home)
    /** @type {string[]} further lines of configuration, taken up at the next start */
    this.settings = []
    this.url = `postgres://lichen@127.0.0.1:${port}/lichen`
  }

  /** @param {string} program @param {string[]} args */
  command(program, args) {
    const path = join(this.bin, program)
    return isRoot ? ['runuser', '-u', 'postgres', '--', path, ...args] : [path, ...args]
  }

  /** @param {string} program @param {string[]} args */
  run(program, args) {
    const [command = '', ...rest] = this.command(program, args)
    return run(command, rest, {
      cwd: '/',
      remedy: `the cluster is in ${this.folder}. If it is broken, remove that folder (its data goes with it) and run the same command again.`,
    })
  }

  /** @returns {boolean} */
  get running() {
    const [command = '', ...rest] = this.command('pg_ctl', ['status', '-D', this.folder])
    return existsSync(this.folder) && succeeds(command, rest)
  }

  async start() {
    // What was begun and not finished lacks what is written last.
    if (!existsSync(join(this.folder, 'lichen.conf'))) this.make()
    if (this.running) {
      const port = Number(readFileSync(join(this.folder, 'postmaster.pid'), 'utf8').split('\n')[3])
      if (port === this.port) return
      this.stop()
    }
    await requireFreePort(this.port, 'the database')
    writeFileSync(join(this.folder, 'lichen.conf'), [`port = ${this.port}`, ...this.settings, ''].join('\n'))
    this.run('pg_ctl', ['start', '-w', '-t', '60', '-D', this.folder, '-l', join(this.folder, 'server.log')])
  }

  make() {
    say('Making a database cluster')
    mkdirSync(this.folder, { recursive: true, mode: 0o700 })
    for (const left of readdirSync(this.folder)) rmSync(join(this.folder, left), { recursive: true })
    if (isRoot) run('chown', ['postgres', this.folder])
    this.run('initdb', ['-D', this.folder, '-U', 'lichen', '-A', 'trust', '-E', 'UTF8', '--locale=C.UTF-8'])
    appendFileSync(
      join(this.folder, 'postgresql.conf'),
      "\nlisten_addresses = '127.0.0.1'\nunix_socket_directories = ''\ntimezone = 'UTC'\nmax_connections = 100\ninclude = 'lichen.conf'\n",
    )
    writeFileSync(join(this.folder, 'lichen.conf'), '')
    if (isRoot) chmodSync(join(this.folder, 'lichen.conf'), 0o644)
  }

  /** Makes the database where it is missing; `true` when it did. @param {string} name */
  ensureDatabase(name = 'lichen') {
    const known = this.psql('postgres', `select 1 from pg_database where datname = '${name}'`).trim() === '1'
    if (!known) this.psql('postgres', `create database "${name}"`)
    return !known
  }

  /** @param {string} name */
  dropDatabase(name = 'lichen') {
    this.psql('postgres', `drop database if exists "${name}" with (force)`)
  }

  /** @param {string} database @param {string} sql */
  psql(database, sql) {
    const at = ['-h', '127.0.0.1', '-p', String(this.port), '-U', 'lichen', '-d', database]
    return this.run('psql', [...at, '-X', '-A', '-t', '-q', '-v', 'ON_ERROR_STOP=1', '-c', sql])
  }

  stop() {
    if (this.running) this.run('pg_ctl', ['stop', '-m', 'fast', '-w', '-D', this.folder])
  }
}

/**
 * Where the cluster's files go: under the project's own folder, unless the user who must run PostgreSQL
 * cannot reach that, as in a home folder closed to others.
 * @param {string} home
 */
function placeFor(home) {
  mkdirSync(home, { recursive: true })
  if (!isRoot || succeeds('runuser', ['-u', 'postgres', '--', 'test', '-x', home])) return join(home, 'postgres')
  const id = createHash('sha256').update(home).digest('hex').slice(0, 12)
  return join(tmpdir(), `lichen-postgres-${id}`)
}

/** @param {number} port @param {string} what */
export async function requireFreePort(port, what) {
  const free = await new Promise((done) => {
    const probe = createServer()
    probe.once('error', () => done(false))
    probe.listen(port, '127.0.0.1', () => probe.close(() => done(true)))
  })
  if (!free)
    throw new Trouble(
      `Port ${port}, meant for ${what}, is taken.`,
      `stop what uses it, or choose other ports: LICHEN_PORT=${port + 100} npm run demo (four ports from that one on are used).`,
    )
}

/** A secret kept in a file, made at first use. @param {string} path */
export function keptSecret(path) {
  if (!existsSync(path)) {
    const random = globalThis.crypto.getRandomValues(new Uint8Array(32))
    writeFileSync(path, Buffer.from(random).toString('hex'), { mode: 0o600 })
  }
  return readFileSync(path, 'utf8').trim()
}
