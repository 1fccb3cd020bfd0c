import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import process from 'node:process'
import { run, runBeside, succeeds } from './run.mjs'
import { say, Trouble } from './say.mjs'

export const isRoot = process.getuid?.() === 0

export function requireNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19))
    throw new Trouble(`This is Node.js ${process.versions.node}.`, 'install Node.js 20.19 or later.')
}

/** Installs what the lock file says, unless it is there already. */
export function installPackages() {
  const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex')
  const mark = 'node_modules/.lichen-installed'
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return
  say('Installing npm packages from the lock file (a minute or two)')
  // Not `npm ci`: it refuses when a registry lacks the builds of a package for some other platform.
  run('npm', ['install', '--no-save', '--include=dev', '--no-audit', '--no-fund'], {
    env: { ...process.env, NODE_ENV: '' },
    remedy: 'check that the npm registry can be reached, then run the same command again.',
  })
  writeFileSync(mark, lock)
}

/**
 * Installs a Debian package where `found` says it is missing.
 * @param {string} name @param {() => boolean} found
 */
export function installDebian(name, found) {
  if (found()) return
  const asRoot = isRoot ? [] : ['sudo', '-n']
  const byHand = `sudo apt-get update && sudo apt-get install -y ${name}`
  if (!existsSync('/usr/bin/apt-get'))
    throw new Trouble(
      `${name} is not installed and there is no apt-get.`,
      `install ${name} with your system's package manager.`,
    )
  if (!isRoot && !succeeds('sudo', ['-n', 'true']))
    throw new Trouble(`${name} is not installed, and installing it needs root.`, `run: ${byHand}`)
  say(`Installing Debian's ${name}`)
  const [command = 'apt-get', ...rest] = [...asRoot, 'apt-get']
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  run(command, [...rest, 'update', '-qq'], { env, remedy: `run: ${byHand}` })
  run(command, [...rest, 'install', '-y', '-qq', '--no-install-recommends', name], { env, remedy: `run: ${byHand}` })
  if (!found()) throw new Trouble(`${name} was installed but cannot be found.`, `run: ${byHand}`)
}

/** The folder of PostgreSQL's programs, the newest version first; `null` when there is none. */
export function findPostgres() {
  const base = '/usr/lib/postgresql'
  const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : []
  const folders = versions.map((version) => join(base, version, 'bin'))
  return folders.find((folder) => existsSync(join(folder, 'initdb'))) ?? null
}

/** Programs of Debian's that runs need, by their packages. */
const PROGRAMS = {
  chromium: '/usr/bin/chromium',
  'chromium-headless-shell': '/usr/bin/chromium-headless-shell',
  'firefox-esr': '/usr/bin/firefox-esr',
  'nginx-light': '/usr/sbin/nginx',
}

/**
 * Everything that a run needs on a fresh machine but what is built: Node.js, PostgreSQL, npm packages, and these of
 * Debian's programs.
 * @param {(keyof typeof PROGRAMS)[]} programs
 */
export function prepare(...programs) {
  requireNode()
  installDebian('postgresql', () => findPostgres() !== null)
  for (const name of programs) installDebian(name, () => existsSync(PROGRAMS[name]))
  installPackages()
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
    existsSync('build/process.mjs')
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
