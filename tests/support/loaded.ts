import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Installation } from '../../scripts/machine/installation.mjs'
import { lichenOf } from './lichen'

/** The demo company without its visits, loaded once for all tests that break a Lichen: each begins with a copy. */
const loaded = (): Installation => lichenOf('loaded', 4940)
const tokenFile = ({ home }: Installation): string => join(home, 'token')

export async function setup(): Promise<void> {
  const lichen = loaded()
  const token = await lichen.loadAnew(['--no-visits'])
  await lichen.stop()
  writeFileSync(tokenFile(lichen), token)
}

/** What of a Lichen’s environment belongs to its data. */
const SECRETS = ['LICHEN_SECRET', 'LICHEN_KEYS', 'BENCH_HOOK_SECRET'] as const
const FOLDERS = ['LICHEN_FILES', 'BENCH_FOLDER'] as const

/** Starts the database of a Lichen with the demo company in it, and nothing else; gives the token of its workspace. */
export async function beginLoaded(lichen: Installation): Promise<string> {
  const from = loaded()
  await lichen.requirePorts()
  lichen.cluster.stop()
  copy(from.cluster.folder, lichen.cluster.folder)
  for (const folder of FOLDERS) copy(from.environment[folder] ?? '', lichen.environment[folder] ?? '')
  for (const secret of SECRETS) lichen.environment[secret] = from.environment[secret] ?? ''
  await lichen.cluster.start()
  // The outside is at an address of its own.
  const moved = `replace(settings::text, '${from.bench}', '${lichen.bench}')::jsonb`
  lichen.cluster.psql('lichen', `update connection set settings = ${moved}`)
  return readFileSync(tokenFile(from), 'utf8')
}

/** Puts a copy of what is in a folder, with its owners, in place of what is in another, which may be a disk of its own. */
function copy(from: string, to: string): void {
  if (!existsSync(from)) return rmSync(to, { recursive: true, force: true })
  mkdirSync(to, { recursive: true })
  for (const left of readdirSync(to)) rmSync(join(to, left), { recursive: true })
  execFileSync('cp', ['-a', `${from}/.`, to])
}
