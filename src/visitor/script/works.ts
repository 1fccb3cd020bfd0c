import { writeHands } from '@/core/spam/hands'
import type { Task } from '../signs'
import type { Solve } from './work'

/** Written by the build: the worker's script. */
declare const WORKER: string

/** The longest that sending waits for the work, in milliseconds; undone, the server knows what to think. */
const PATIENCE = 1000

/**
 * Has a worker look for the number, while the visitor types, and puts it into the page's field for it; tells beside it
 * what is seen of hands. Gives what sending waits for.
 */
export const solve: Solve = (form) => {
  tellHands(form)
  const found = lookFor(form.elements.namedItem('_work') as HTMLInputElement).catch(() => undefined)
  return () => Promise.race([found, new Promise((later) => setTimeout(later, PATIENCE))])
}

const lookFor = (field: HTMLInputElement): Promise<void> =>
  new Promise((done) => {
    const task = JSON.parse(field.dataset.task as string) as Task
    // No page has a worker of another site's: what put the form there looks for it (`site/form.ts`).
    const worker = new Worker(new URL(WORKER, import.meta.url))
    worker.onmessage = ({ data: number }) => {
      field.value = btoa(JSON.stringify({ ...task, number }))
      worker.terminate()
      done()
    }
    worker.postMessage(task)
  })

/** Begins as something is entered, or at the latest as it is sent. A browser that does not know of touches is believed. */
function tellHands(form: HTMLFormElement): void {
  const first = performance.now()
  let last = first
  form.addEventListener('input', () => {
    last = performance.now()
  })
  form.addEventListener('formdata', ({ formData }) =>
    formData.append(
      '_hands',
      writeHands({
        touched: (navigator.userActivation as UserActivation | undefined)?.hasBeenActive ?? true,
        milliseconds: last - first,
      }),
    ),
  )
}
