import { rmSync } from 'node:fs'
import { build } from 'esbuild'

/** Packages that stay files of their own: with native parts, with workers or files beside them, or large and seldom used. */
const APART = [
  ...['next', 'sharp', 'pino', 'react', 'react-dom'],
  ...['better-auth', '@aws-sdk/*', '@tus/*', 'exceljs', 'file-type'],
  // Others would use them if they were there.
  ...['pg-native', 'typescript'],
]

/**
 * Bundles the process that serves or works with the packages it needs: reading a few large files instead of a thousand
 * small ones halves what starting a worker takes, and a worker begins anew whenever the database was away.
 */
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
    external: APART,
    // Packages of the older sort ask for their parts while they run.
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
    platform: 'node',
    format: 'esm',
    target: 'node20.19',
    tsconfig: 'tsconfig.json',
  })
}
