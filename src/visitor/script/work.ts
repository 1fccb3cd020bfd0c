import type { Page } from './page'

/** Written by the build: the script that has the page's work done. */
declare const WORKS: string

let working: Promise<unknown> | undefined

/** Begins the page's work when first asked, and waits until it is done; undone, the server knows what to think. */
export const work = ({ form }: Page): Promise<unknown> =>
  (working ??= import(WORKS).then(({ solve }: { solve: Solve }) => solve(form)).catch(() => undefined))

export type Solve = (form: HTMLFormElement) => Promise<void>
