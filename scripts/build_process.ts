import { rmSync } from 'node:fs'
import { build } from 'esbuild'

/** Bundles the process that serves or works, so that one which begins anew is back in half a second. */
export async function buildProcess(): Promise<void> {
  rmSync('build', { recursive: true, force: true })
  await build({
    entryPoints: ['scripts/process.ts'],
    outdir: 'build',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    // What only one role needs is a file of its own: one that begins anew waits for nothing it does not use.
    splitting: true,
    chunkNames: 'parts/[name]-[hash]',
    packages: 'external',
    platform: 'node',
    format: 'esm',
    target: 'node20.19',
    tsconfig: 'tsconfig.json',
  })
}
