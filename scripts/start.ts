/** `npm start`: the production form. Keeps the processes of `LICHEN_ROLE` running; `all` is two of them. */
import { keepRunning } from './machine/keep.mjs'

const role = process.env.LICHEN_ROLE ?? 'all'
const roles = role === 'all' ? ['web', 'worker'] : [role]
const kept = roles.map((one) =>
  keepRunning(
    one,
    ['build/process.mjs'],
    { LICHEN_ROLE: one },
    // What is wrong has been said; starting again would not help.
    { onWrongSettings: () => void end(78) },
  ),
)
let ending = false

async function end(code: number): Promise<void> {
  if (ending) return
  ending = true
  await Promise.all(kept.map((one) => one.end()))
  process.exit(code)
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => void end(0))
// Whoever started us is gone.
process.on('disconnect', () => process.exit(1))
