import type { Page } from './page'

/** Written by the build: the script that has the page's work done. */
declare const WORKS: string

/** Begins the page's work when first asked, and gives what sending waits for; undone, the server knows what to think. */
export const work = (page: Page) =>
  (page.working ??= import(WORKS).then(({ solve }: { solve: Solve }) => solve(page.form)).catch(() => undefined))

/** Begins the work of a form's page, and gives what waits for it, for a moment at most. */
export type Solve = (form: HTMLFormElement) => () => Promise<unknown>
