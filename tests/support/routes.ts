import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'

export interface Route {
  /** Its address, as `/forms/[slug]/compose`. */
  path: string
  file: string
  is: 'page' | 'layout' | 'route'
}

/** Every page, layout and route handler of the application, as its folders say. */
export function listRoutes(folder = 'src/app', path = ''): Route[] {
  return readdirSync(folder).flatMap((entry): Route[] => {
    const file = join(folder, entry)
    if (statSync(file).isDirectory()) return listRoutes(file, /^\(.*\)$/.test(entry) ? path : `${path}/${entry}`)
    const is = /^(page|layout|route)\.tsx?$/.exec(entry)?.[1]
    return is ? [{ path: path || '/', file, is: is as Route['is'] }] : []
  })
}

/** Every action of the studio, as the build numbered them, each with the address of a page that has it. */
export function listActions(fill: (path: string) => string): { id: string; path: string }[] {
  const { node } = JSON.parse(readFileSync('.next/server/server-reference-manifest.json', 'utf8')) as {
    node: Record<string, { workers: Record<string, unknown> }>
  }
  const actions = Object.entries(node).map(([id, { workers }]) => {
    const pages = Object.keys(workers).filter((worker) => worker.endsWith('/page'))
    // Where an action answers with its page, that of a form takes longest to make.
    const page = pages.find((one) => !one.includes('[slug]')) ?? pages[0] ?? ''
    const path = page.replace(/^app/, '').replace(/\/\([^)]*\)/g, '')
    return { id, path: fill(path.replace(/\/page$/, '')) }
  })
  if (actions.length < 10) throw new Error('The build lists no actions')
  return actions
}

/** What gives files has tests of its own: `exports.test.ts`, `uploads.test.ts`. */
export const isDownload = (path: string): boolean => /\/exports\/\w+$|\/files\/|\/file$/.test(path)
