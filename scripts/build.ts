/** Builds what visitors' browsers get, the process that serves or works, and the web server's pages. */
import { spawnSync } from 'node:child_process'
import { buildProcess } from './build_process'
import { buildVisitor } from './build_visitor'

await Promise.all([buildVisitor(), buildProcess()])
const built = spawnSync('npx', ['next', 'build'], { stdio: 'inherit' })
process.exit(built.status ?? 1)
