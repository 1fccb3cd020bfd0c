import { createHash } from 'node:crypto'
import { mkdir, readdir, rm, writeFile } from 'node:fs/promises'
import { build } from 'esbuild'

/** Bundles the visitor's script and style sheet into `public/`, named by their contents. */
export async function buildVisitor(): Promise<void> {
  await mkdir('public', { recursive: true })
  for (const file of await readdir('public')) if (/^visitor[-.]/.test(file)) await rm(`public/${file}`)
  const script = await bundle('src/visitor/script/main.ts', 'js')
  const style = await bundle('src/visitor/style.css', 'css')
  await writeFile('public/visitor.json', JSON.stringify({ script, style }))
}

async function bundle(entry: string, extension: 'js' | 'css'): Promise<string> {
  const { outputFiles } = await build({
    entryPoints: [entry],
    bundle: true,
    minify: true,
    write: false,
    format: 'iife',
    target: ['es2022', 'chrome100', 'firefox100', 'safari15.4'],
    tsconfig: 'tsconfig.json',
  })
  const contents = outputFiles[0]?.contents ?? new Uint8Array()
  const name = `visitor-${createHash('sha256').update(contents).digest('hex').slice(0, 10)}.${extension}`
  await writeFile(`public/${name}`, contents)
  return name
}
