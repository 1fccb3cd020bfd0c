import { build } from 'esbuild'

/** Bundles the process that serves or works, so that one which begins anew is back in half a second. */
export async function buildProcess(): Promise<void> {
  await build({
    entryPoints: ['scripts/process.ts'],
    outfile: 'build/process.mjs',
    bundle: true,
    packages: 'external',
    platform: 'node',
    format: 'esm',
    target: 'node20.19',
    tsconfig: 'tsconfig.json',
  })
}
