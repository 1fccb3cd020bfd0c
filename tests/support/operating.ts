import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { findPostgres } from '../../scripts/machine/packages.mjs'
import { runBeside } from '../../scripts/machine/run.mjs'

/** The blocks of code of one section of the operator's guide, in their order. */
export function blocksOf(section: string): string[] {
  const blocks: string[] = []
  let within = false
  let block: string[] | null = null
  for (const line of readFileSync('docs/operating.md', 'utf8').split('\n')) {
    if (block !== null && line === '```') {
      if (within) blocks.push(block.join('\n'))
      block = null
    } else if (block !== null) block.push(line)
    else if (line.startsWith('```')) block = []
    else if (line.startsWith('#')) within = line.replace(/^#+ /, '') === section
  }
  if (blocks.length === 0) throw new Error(`The operator’s guide shows no commands for “${section}”`)
  return blocks
}

/** Runs the commands that a section of the operator's guide shows, as an operator's shell does; tells what they said. */
export const doAsGuided = (section: string, environment: Record<string, string>): Promise<string> =>
  runBeside('bash', ['-euo', 'pipefail', '-c', blocksOf(section).join('\n')], {
    ...process.env,
    PATH: [findPostgres(), process.env.PATH].join(':'),
    ...environment,
  })

/** Where a backup of an installation goes. */
export const backupOf = ({ home }: { home: string }): string => join(home, 'backup')
