import { existsSync, readFileSync } from 'node:fs'
import { mkdir, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { basename, dirname, relative, resolve } from 'node:path'
import { build, type BuildOptions, type Metafile, type Plugin } from 'esbuild'
import { partsIn } from '@/core/answers/address'
import { COUNTRIES } from '@/core/answers/countries'
import { KIND_NAMES, type KindName, mannerOf } from '@/core/kinds/registry'
import { themeCss } from '@/core/look/css'
import { FAMILY_NAMES } from '@/core/look/families'
import { placedCss } from '@/core/look/placed'
import { READY } from '@/core/look/ready'
import { facesCss, type Fonts, themeFacesCss } from '@/visitor/fonts'
import type { Assets } from '@/visitor/document'
import { buildFonts } from './build_fonts'
import { buildLetters } from './build_letters'

/** The files whose names stand for themselves when a page's script is bundled. */
const REGISTRY = resolve('src/core/kinds/registry.ts')
/** Loaded by a page once an address was written. */
const CORRECTING = 'src/visitor/script/correct_address.ts'
/** Loaded by pages that are a preview. */
const PREVIEWING = 'src/visitor/script/preview.ts'
/** The keys of forms that ask one question at a time. */
const ONE_BY_ONE = 'src/visitor/script/one_at_a_time.ts'
/** Loaded by pages whose wording uses earlier answers. */
const SAYING = 'src/visitor/script/says.ts'
/** Loaded by pages that let what was sent be printed. */
const PRINTING = 'src/visitor/script/prints.ts'
/** Loaded by pages of forms that may be framed. */
const FITTING = 'src/visitor/script/fits.ts'
/** What sites ask for where a form shall stand, in a frame or in the page: their names stay, since they stand in pages. */
const FRAMING = 'src/visitor/site/frame.ts'
const PLACING = 'src/visitor/site/form.ts'
/** Loaded once somebody types, and the worker that it starts. */
const WORKING = 'src/visitor/script/works.ts'
const WORKER = 'src/visitor/script/worker.ts'
/** What the worker does, for pages of other sites, which have none of ours. */
const SOLVER = 'src/visitor/script/solver.ts'
const PAGE_KINDS = resolve('src/visitor/script/kinds.ts')

/**
 * Bundles what visitors' browsers get into `public/`, named by its contents: a style sheet, the script every
 * page needs, and one for each kind of question, which only pages that ask one need.
 */
export async function buildVisitor(): Promise<void> {
  await mkdir('public', { recursive: true })
  for (const file of await readdir('public')) if (/^visitor[-.]/.test(file)) await rm(`public/${file}`)
  const fonts = await buildFonts()
  await buildLetters(fonts)
  const style = await bundle([{ in: 'visitor-style', out: 'visitor' }], { plugins: [styleOf(fonts)] })
  const placed = await bundle([{ in: 'visitor-placed', out: 'visitor-placed' }], { plugins: [placedStyle()] })
  const faces = await bundle([{ in: 'visitor-faces', out: 'visitor-faces' }], { plugins: [facesOf(fonts)] })
  const [correctAddress = '', preview = '', worker = '', solver = ''] = await Promise.all([
    bundleApart(CORRECTING, 'visitor-correct_address'),
    bundleApart(PREVIEWING, 'visitor-preview'),
    bundleApart(WORKER, 'visitor-worker'),
    bundleApart(SOLVER, 'visitor-solver'),
  ])
  const works = await bundleApart(WORKING, 'visitor-works', { define: { WORKER: JSON.stringify(`./${worker}`) } })
  const scripts = await bundle(
    [
      { in: 'src/visitor/script/main.ts', out: 'visitor-main' },
      { in: ONE_BY_ONE, out: 'visitor-one_at_a_time' },
      { in: SAYING, out: 'visitor-says' },
      { in: PRINTING, out: 'visitor-prints' },
      { in: FITTING, out: 'visitor-fits' },
      ...KIND_NAMES.filter((kind) => scriptOf(kind) === kind).map((kind) => ({
        in: `kind:${kind}`,
        out: `visitor-${kind}`,
      })),
    ],
    {
      format: 'esm',
      splitting: true,
      // Short, since every script names some.
      chunkNames: 'visitor-[hash]',
      plugins: [kindsApart],
      external: [correctAddress, preview, works].map((file) => `./${file}`),
      define: {
        // As text, which stays where it is used: an object would be shared by every page.
        ADDRESS_ORDERS: JSON.stringify(JSON.stringify(addressOrders())),
        CORRECT_ADDRESS: JSON.stringify(`./${correctAddress}`),
        PREVIEW: JSON.stringify(`./${preview}`),
        WORKS: JSON.stringify(`./${works}`),
      },
    },
  )
  await bundle(
    [
      { in: FRAMING, out: 'frame' },
      { in: PLACING, out: 'form' },
    ],
    { format: 'iife', entryNames: '[name]' },
  )
  const assets: Assets = {
    style: filesOf(style, 'written:visitor-style').join(),
    solver,
    placed: filesOf(placed, 'written:visitor-placed').join(),
    faces: filesOf(faces, 'written:visitor-faces').join(),
    fonts,
    keys: filesOf(scripts, ONE_BY_ONE),
    says: filesOf(scripts, SAYING),
    prints: filesOf(scripts, PRINTING),
    fits: filesOf(scripts, FITTING),
    script: filesOf(scripts, 'src/visitor/script/main.ts'),
    kinds: Object.fromEntries(KIND_NAMES.map((kind) => [kind, filesOf(scripts, `kind:${scriptOf(kind)}`)])),
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

/** Bundles what only some pages load, once they are there; gives its name. */
async function bundleApart(entry: string, out: string, more: BuildOptions = {}): Promise<string> {
  const bundled = await bundle([{ in: entry, out }], { format: 'esm', plugins: [kindsApart], ...more })
  const registry = relative('.', PAGE_KINDS)
  for (const { inputs } of Object.values(bundled.outputs))
    if (inputs[registry]?.bytesInOutput)
      throw new Error(`${entry} would have a registry of kinds of its own, an empty one`)
  return filesOf(bundled, entry).join()
}

/** The file of an entry, and before it those that it shares with others; not what it loads where it needs to. */
function filesOf({ outputs }: Metafile, entry: string): string[] {
  const found = Object.keys(outputs).find((path) => outputs[path]?.entryPoint === entry)
  if (!found) throw new Error(`${entry} was not bundled`)
  const needed = new Set<string>()
  const need = (path: string) => {
    if (needed.has(path) || !outputs[path]) return
    for (const { path: other, kind } of outputs[path]?.imports ?? []) if (kind === 'import-statement') need(other)
    needed.add(path)
  }
  need(found)
  return [...needed].map((path) => basename(path))
}

/** A style sheet that is written here, of what the core and the fonts say. */
const written = (name: string, contents: string): Plugin => ({
  name,
  setup({ onResolve, onLoad }) {
    onResolve({ filter: new RegExp(`^${name}$`) }, ({ path }) => ({ path, namespace: 'written' }))
    onResolve({ filter: /^\// }, ({ path }) => ({ path, external: true }))
    onLoad({ filter: /.*/, namespace: 'written' }, () => ({ contents, loader: 'css', resolveDir: resolve('.') }))
  },
})

/** The page’s own style sheet, with the variables of the plain theme: a page without another look needs no more. */
const styleOf = (fonts: Fonts): Plugin => {
  const { theme } = READY.plain
  const variables = themeFacesCss(fonts, theme) + themeCss(theme)
  return written('visitor-style', `@import './src/visitor/style.css';${variables}`)
}

/** The page's own style sheet where the form stands in a page of another site, with the variables of every look apart. */
const placedStyle = (): Plugin => {
  const css = readFileSync('src/visitor/style.css', 'utf8') + themeCss(READY.plain.theme)
  return written('visitor-placed', `@import './src/visitor/placed.css';${placedCss(css)}`)
}

/** All families, for the studio, where a look is chosen. */
const facesOf = (fonts: Fonts): Plugin => written('visitor-faces', facesCss(fonts, FAMILY_NAMES))

/** Countries by the parts of their addresses in order. */
function addressOrders(): Record<string, string> {
  const orders: Record<string, string> = {}
  for (const country of COUNTRIES) {
    const order = partsIn(country).join(' ')
    orders[order] = orders[order] ? `${orders[order]} ${country}` : country
  }
  return orders
}

/** What stands on a page for a library that it need not load. */
const INSTEAD: [RegExp, string][] = [
  [/^localized-address-format$/, 'address_format'],
  [/\/parse_expression$/, 'parse_expression'],
  [/\/expression_faults$/, 'expression_faults'],
  [/^url-parse$/, 'url_parse'],
]

/** The kind whose script a page reads it by. */
const scriptOf = (kind: KindName): KindName => mannerOf({ kind }).onPage ?? kind

/** Gives each kind a script that adds its rules, and what brings it to life, to the page's own registry. */
const kindsApart: Plugin = {
  name: 'kinds-apart',
  setup({ onResolve, onLoad }) {
    onResolve({ filter: /^kind:/ }, ({ path }) => ({ path: path.replace('kind:', ''), namespace: 'kind' }))
    onLoad({ filter: /.*/, namespace: 'kind' }, ({ path: kind }) => {
      const script = resolve(`src/visitor/script/kinds/${kind}.ts`)
      const own = existsSync(script)
      return {
        contents: `import { rules } from './${kind}'
        import { addKind } from ${JSON.stringify(PAGE_KINDS)}
        ${own ? `import { enliven } from ${JSON.stringify(script)}` : ''}
        addKind('${kind}', rules${own ? ', enliven' : ''})`,
        loader: 'ts',
        resolveDir: dirname(REGISTRY),
      }
    })
    // What only the studio and the server ask a kind stays behind.
    onLoad({ filter: /\/core\/kinds\/\w+\.ts$/ }, async ({ path }) => {
      const source = await readFile(path, 'utf8')
      const contents = source.replace(/^export const manner[\s\S]*?^}$/m, '')
      if (contents === source) throw new Error(`${path} has no manner`)
      return { contents, loader: 'ts' }
    })
    for (const [filter, instead] of INSTEAD)
      onResolve({ filter }, () => ({ path: resolve(`src/visitor/script/instead/${instead}.ts`) }))
    onResolve({ filter: /\/registry$/ }, ({ path, resolveDir }) =>
      resolve(resolveDir, `${path}.ts`) === REGISTRY ? { path: PAGE_KINDS } : null,
    )
  },
}
