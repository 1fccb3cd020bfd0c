import { type ChildProcess, spawn } from 'node:child_process'
import { mkdirSync, writeFileSync } from 'node:fs'
import { request } from 'node:https'
import { connect } from 'node:net'
import { join } from 'node:path'
import { runBeside } from '../../scripts/machine/run.mjs'
import { until } from './api'
import { blocksOf } from './operating'

/** Runs nginx as the operator's guide says, with a certificate of its own, on ports of ours. */
export async function startProxy(
  home: string,
  ports: Record<'plain' | 'safe' | 'lichen', number>,
): Promise<ChildProcess> {
  mkdirSync(home, { recursive: true })
  const [key, certificate, configuration] = ['key', 'pem', 'conf'].map((end) => join(home, `proxy.${end}`))
  const subject = ['-subj', '/CN=127.0.0.1', '-addext', 'subjectAltName=IP:127.0.0.1']
  await runBeside('openssl', [
    ...['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', ...subject],
    ...['-keyout', key ?? '', '-out', certificate ?? ''],
  ])
  const ours: [string, string][] = [
    ['listen 80;', `listen 127.0.0.1:${ports.plain};`],
    ['listen 443 ssl;', `listen 127.0.0.1:${ports.safe} ssl;`],
    ['/etc/ssl/forms.firm.example.pem', certificate ?? ''],
    ['/etc/ssl/forms.firm.example.key', key ?? ''],
    ['http://127.0.0.1:4300', `http://127.0.0.1:${ports.lichen}`],
  ]
  const servers = ours.reduce((text, [theirs, own]) => {
    if (!text.includes(theirs)) throw new Error(`The guide’s proxy does not say “${theirs}”`)
    return text.replace(theirs, own)
  }, blocksOf('Behind a proxy').join('\n'))
  const kept = ['client_body', 'proxy', 'fastcgi', 'scgi', 'uwsgi'].map((what) => `${what}_temp_path ${home}/${what};`)
  writeFileSync(
    configuration ?? '',
    `daemon off; pid ${home}/pid; error_log ${home}/error.log; events {}
    http { access_log ${home}/access.log; ${kept.join(' ')}\n${servers}\n}`,
  )
  const proxy = spawn('/usr/sbin/nginx', ['-c', configuration ?? '', '-e', `${home}/error.log`], { stdio: 'inherit' })
  await until('the proxy listens', () => opens(ports.safe))
  return proxy
}

const opens = (port: number): Promise<boolean> =>
  new Promise((done) => {
    const socket = connect(port, '127.0.0.1')
    socket.once('connect', () => done(true)).once('error', () => done(false))
    socket.once('connect', () => socket.destroy())
  })

/** Posts JSON from one of this machine's own addresses; tells the status of the answer. */
export const postFrom = (localAddress: string, url: string, body: unknown): Promise<number> =>
  new Promise((done, fail) => {
    const headers = { 'content-type': 'application/json', origin: new URL(url).origin }
    const sent = request(url, { method: 'POST', localAddress, rejectUnauthorized: false, headers }, (answer) => {
      answer.resume()
      done(answer.statusCode ?? 0)
    })
    sent.once('error', fail).end(JSON.stringify(body))
  })
