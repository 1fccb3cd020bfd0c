import { existsSync } from 'node:fs'
import { mkdir, readdir, rm, writeFile } from 'node:fs/promises'
import { basename, dirname, resolve } from 'node:path'
import { build, type BuildOptions, type Metafile, type Plugin } from 'esbuild'
import { KIND_NAMES } from '@/core/answers/registry'
import type { Assets } from '@/visitor/page'

/** The files whose names stand for themselves when a page's script is bundled. */
const REGISTRY = resolve('src/core/answers/registry.ts')
const PAGE_KINDS = resolve('src/visitor/script/kinds.ts')

/**
 * Bundles what visitors' browsers get into `public/`, named by its contents: a style sheet, the script every
 * page needs, and one for each kind of question, which only pages that ask one need.
 */
export async function buildVisitor(): Promise<void> {
  await mkdir('public', { recursive: true })
  for (const file of await readdir('public')) if (/^visitor[-.]/.test(file)) await rm(`public/${file}`)
  const style = await bundle([{ in: 'src/visitor/style.css', out: 'visitor' }], {})
  const scripts = await bundle(
    [
      { in: 'src/visitor/script/main.ts', out: 'visitor-main' },
      ...KIND_NAMES.map((kind) => ({ in: `kind:${kind}`, out: `visitor-${kind}` })),
    ],
    { format: 'esm', splitting: true, chunkNames: 'visitor-shared-[hash]', plugins: [kindsApart] },
  )
  const assets: Assets = {
    style: fileOf(style, 'src/visitor/style.css'),
    script: fileOf(scripts, 'src/visitor/script/main.ts'),
    shared: Object.entries(scripts.outputs)
      .filter(([, { entryPoint }]) => !entryPoint)
      .map(([path]) => basename(path)),
    kinds: Object.fromEntries(KIND_NAMES.map((kind) => [kind, fileOf(scripts, `kind:${kind}`)])),
  }
  await writeFile('public/visitor.json', JSON.stringify(assets))
}

async function bundle(entryPoints: { in: string; out: string }[], more: BuildOptions): Promise<Metafile> {
  const { metafile = { inputs: {}, outputs: {} } } = await build({
    entryPoints,
    bundle: true,
    minify: true,
    metafile: true,
    outdir: 'public',
    entryNames: '[name]-[hash]',
    target: ['es2022', 'chrome100', 'firefox100', 'safari15.4'],
    tsconfig: 'tsconfig.json',
    ...more,
  })
  return metafile
}

function fileOf({ outputs }: Metafile, entry: string): string {
  const found = Object.entries(outputs).find(([, { entryPoint }]) => entryPoint === entry)
  if (!found) throw new Error(`${entry} was not bundled`)
  return basename(found[0])
}

/** Gives each kind a script that adds its rules, and what brings it to life, to the page's own registry. */
const kindsApart: Plugin = {
  name: 'kinds-apart',
  setup({ onResolve, onLoad }) {
    onResolve({ filter: /^kind:/ }, ({ path }) => ({ path: path.replace('kind:', ''), namespace: 'kind' }))
    onLoad({ filter: /.*/, namespace: 'kind' }, ({ path: kind }) => {
      const script = resolve(`src/visitor/script/kinds/${kind}.ts`)
      const own = existsSync(script) ? `import { enliven } from ${JSON.stringify(script)}` : 'const enliven = undefined'
      return {
        contents: `import { rules } from './kinds/${kind}'
        import { addKind } from ${JSON.stringify(PAGE_KINDS)}
        ${own}
        addKind('${kind}', rules, enliven)`,
        loader: 'ts',
        resolveDir: dirname(REGISTRY),
      }
    })
    onResolve({ filter: /\/registry$/ }, ({ path, resolveDir }) =>
      resolve(resolveDir, `${path}.ts`) === REGISTRY ? { path: PAGE_KINDS } : null,
    )
  },
}
