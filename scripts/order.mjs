/** `npm run order`: lint, circles of files, format, unused code, types. Begins as a plain script. */
import process from 'node:process'
import { runShown } from './machine/run.mjs'
import { runOrTell, say } from './machine/say.mjs'

const CODE = ['src', 'bench', 'scripts', 'tests']

/** @type {[tool: string, args: string[]][]} */
const CHECKS = [
  ['eslint', ['.', '--max-warnings', '0']],
  ['prettier', ['--check', '--log-level', 'warn', '.']],
  ['knip', ['--no-config-hints']],
  ['next', ['typegen']],
  // What needs types: they are checked by TypeScript's native compiler, in a fifth of the time.
  ['oxlint', ['--type-aware', '--type-check', '--config', 'oxlint.json', '--tsconfig', 'tsconfig.json', ...CODE]],
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
