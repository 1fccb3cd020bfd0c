import { execFile } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { promisify } from 'node:util'
import type { Facts } from './facts'

/** Runs `npm run owner` for the Lichen that is tested; gives what it said. */
export async function runOwner(facts: Pick<Facts, 'url' | 'database'>, email: string): Promise<string> {
  const secret = readFileSync('.lichen-test/secret', 'utf8').trim()
  const { stdout } = await promisify(execFile)(process.execPath, ['--import', 'tsx', 'scripts/owner.ts', email], {
    env: {
      ...process.env,
      DATABASE_URL: facts.database,
      LICHEN_URL: facts.url,
      LICHEN_SECRET: secret,
      LICHEN_KEYS: secret,
      LICHEN_SMTP_URL: 'smtp://127.0.0.1:1',
    },
  })
  return stdout
}

/** The address in what was said or written. */
export const addressIn = (text: string): string => /https?:\/\/\S+\/enter\/\S+/.exec(text)?.[0] ?? ''
