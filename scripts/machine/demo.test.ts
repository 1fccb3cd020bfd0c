import { spawnSync } from 'node:child_process'
import { describe, expect, it } from 'vitest'

/** Begins the demo at a port; tells how it ended and what it said. */
function beginDemo(port: string) {
  const { status, stderr } = spawnSync(process.execPath, ['scripts/demo.mjs'], {
    env: { ...process.env, LICHEN_PORT: port },
    encoding: 'utf8',
    timeout: 60_000,
  })
  return { status, stderr }
}

describe('the demo', () => {
  it.each(['6000', '5998', '80', 'many'])('does not begin at port %s, and says why and what to do', (port) => {
    const why = { '80': 'LICHEN_PORT is “80”.', many: 'LICHEN_PORT is “many”.' }[port]
    const { status, stderr } = beginDemo(port)
    expect(status).toBe(1)
    expect(stderr).toContain(why ?? 'Browsers refuse to open port 6000.')
    expect(stderr).toContain('What to do: ')
  })
})
