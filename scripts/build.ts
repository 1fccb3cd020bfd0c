/** Builds what visitors' browsers get, then the web server. */
import { spawnSync } from 'node:child_process'
import { buildVisitor } from './build_visitor'

await buildVisitor()
const built = spawnSync('npx', ['next', 'build'], { stdio: 'inherit' })
process.exit(built.status ?? 1)
