import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import process from 'node:process'
import { runBeside, succeeds } from './run.mjs'
import { say, Trouble } from './say.mjs'

export const isRoot = process.getuid?.() === 0

function requireNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19))
    throw new Trouble(`This is Node.js ${process.versions.node}.`, 'install Node.js 20.19 or later.')
}

/** Installs what the lock file says, unless it is there already. */
async function installPackages() {
  const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex')
  const mark = 'node_modules/.lichen-installed'
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return
  say('Installing npm packages from the lock file (a minute or two)')
  // Not `npm ci`: it refuses when a registry lacks the builds of a package for some other platform.
  await runBeside(
    'npm',
    ['install', '--no-save', '--include=dev', '--no-audit', '--no-fund'],
    { ...process.env, NODE_ENV: '' },
    'check that the npm registry can be reached, then run the same command again.',
  )
  writeFileSync(mark, lock)
}

/** Packages of Debian's that runs need, and whether each is there. */
const DEBIAN = {
  postgresql: () => findPostgres() !== null,
  chromium: () => existsSync('/usr/bin/chromium'),
  'chromium-headless-shell': () => existsSync('/usr/bin/chromium-headless-shell'),
  'firefox-esr': () => existsSync('/usr/bin/firefox-esr'),
  'nginx-light': () => existsSync('/usr/sbin/nginx'),
}

/** Installs those of Debian's packages that are missing. @param {(keyof typeof DEBIAN)[]} names */
async function installDebian(names) {
  const missing = () => names.filter((name) => !DEBIAN[name]()).join(' ')
  if (missing() === '') return
  const byHand = `sudo apt-get update && sudo apt-get install -y ${missing()}`
  if (!existsSync('/usr/bin/apt-get'))
    throw new Trouble(`There is no apt-get to install ${missing()}.`, `install it with your system's package manager.`)
  if (!isRoot && !succeeds('sudo', ['-n', 'true']))
    throw new Trouble(`${missing()} is not installed, and installing it needs root.`, `run: ${byHand}`)
  say(`Installing Debian's ${missing()}`)
  const [command = 'apt-get', ...rest] = isRoot ? ['apt-get'] : ['sudo', '-n', 'apt-get']
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const install = ['install', '-y', '-qq', '--no-install-recommends', ...missing().split(' ')]
  await runBeside(command, [...rest, 'update', '-qq'], env, `run: ${byHand}`)
  await runBeside(command, [...rest, ...install], env, `run: ${byHand}`)
  if (missing() !== '') throw new Trouble(`${missing()} was installed but cannot be found.`, `run: ${byHand}`)
}

/** The folder of PostgreSQL's programs, the newest version first; `null` when there is none. */
export function findPostgres() {
  const base = '/usr/lib/postgresql'
  const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : []
  const folders = versions.map((version) => join(base, version, 'bin'))
  return folders.find((folder) => existsSync(join(folder, 'initdb'))) ?? null
}

/**
 * Everything that a run needs on a fresh machine but what is built: Node.js, PostgreSQL, npm packages, and these
 * packages of Debian's.
 * @param {(keyof typeof DEBIAN)[]} names
 */
export async function prepare(...names) {
  requireNode()
  await Promise.all([installDebian(['postgresql', ...names]), installPackages()])
}

/** Builds the application unless the last build was of the same sources. */
export async function buildOnce() {
  const sources = createHash('sha256')
  for (const file of listFiles([
    'src',
    'scripts',
    'next.config.ts',
    'postcss.config.mjs',
    'package-lock.json',
    'tsconfig.json',
  ]))
    sources.update(file).update(readFileSync(file))
  const hash = sources.digest('hex')
  const mark = '.next/lichen-built'
  if (
    existsSync(mark) &&
    readFileSync(mark, 'utf8') === hash &&
    existsSync('public/visitor.json') &&
    existsSync('build/process.mjs') &&
    existsSync('build/letters/letters.json')
  )
    return
  say('Building (a minute)')
  const environment = { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' }
  await runBeside(process.execPath, ['--import', 'tsx', 'scripts/build.ts'], environment)
  writeFileSync(mark, hash)
}

/** @param {string[]} paths @returns {string[]} */
function listFiles(paths) {
  return paths
    .flatMap((path) => {
      if (!statSync(path).isDirectory()) return [path]
      return listFiles(readdirSync(path).map((name) => join(path, name)))
    })
    .sort()
}
