/** `npm run order`: format, unused code, lint, circles of files, types. Begins as a plain script. */
import process from 'node:process'
import { runShown } from './machine/run.mjs'
import { runOrTell, say } from './machine/say.mjs'

/** @type {[tool: string, args: string[]][]} */
const CHECKS = [
  ['oxfmt', ['--check']],
  ['knip', ['--no-config-hints']],
  ['next', ['typegen']],
  // Types, and what needs them, are checked by TypeScript's native compiler, in a fifth of the time.
  [
    'oxlint',
    [
      ...['--config', 'oxlint.config.mjs', '--tsconfig', 'tsconfig.json', '--type-aware', '--type-check'],
      '--report-unused-disable-directives-severity=error',
    ],
  ],
]

await runOrTell(async () => {
  const broken = []
  for (const [tool, args] of CHECKS) {
    say(tool)
    if ((await runShown(`node_modules/.bin/${tool}`, args)) !== 0) broken.push(tool)
  }
  if (broken.length > 0) console.error(`Not in order: ${broken.join(', ')}`)
  process.exit(broken.length > 0 ? 1 : 0)
})
