import { solveChallenge } from 'altcha-lib'
import type { Task } from '@/visitor/signs'

export interface OpenedPage {
  cookie: string
  html: string
  data: PageData
  task: Task
}

/** What a page sends of itself. */
interface PageData {
  visit: string
  proof: string
  release: number
  opened: string
}

/** Opens a visitor's page as a browser does, and keeps what it keeps. */
export async function openPage({ url }: { url: string }, path: string, cookie = ''): Promise<OpenedPage> {
  const response = await fetch(url + path, { headers: { cookie } })
  const kept = response.headers.getSetCookie().map((one) => one.split(';')[0])
  return { cookie: kept.join('; '), ...readPage(await response.text()) }
}

/** What a visitor's page brings. */
export function readPage(html: string): Omit<OpenedPage, 'cookie'> {
  const field = (name: string) => new RegExp(`name="_${name}" value="([^"]*)"`).exec(html)?.[1] ?? ''
  const data = {
    visit: field('visit'),
    proof: field('proof'),
    release: Number(field('release')),
    opened: field('opened'),
  }
  const task = / data-task="([^"]*)"/.exec(html)?.[1] ?? 'null'
  return { html, data, task: JSON.parse(task.replaceAll('&quot;', '"').replaceAll('&amp;', '&')) as Task }
}

/** Does a page's work as its script does. */
export async function doWork(task: Task): Promise<string> {
  const found = await solveChallenge(task.challenge, task.salt, task.algorithm, task.maxnumber).promise
  return btoa(JSON.stringify({ ...task, number: found?.number }))
}
