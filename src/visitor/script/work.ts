import type { Page } from './page'

/** Written by the build: the script that has the page's work done. */
declare const WORKS: string

let working: Promise<(() => Promise<unknown>) | undefined> | undefined

/** Begins the page's work when first asked, and gives what sending waits for; undone, the server knows what to think. */
export const work = ({ form }: Page) =>
  (working ??= import(WORKS).then(({ solve }: { solve: Solve }) => solve(form)).catch(() => undefined))

/** Begins the work of a form's page, and gives what waits for it, for a moment at most. */
export type Solve = (form: HTMLFormElement) => () => Promise<unknown>
