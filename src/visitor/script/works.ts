import type { Task } from '../signs'
import type { Solve } from './work'

/** Written by the build: the worker's script. */
declare const WORKER: string

/** Has a worker look for the number, while the visitor types, and puts it into the page's field for it. */
export const solve: Solve = async (form) => {
  const field = form.elements.namedItem('_work') as HTMLInputElement | null
  if (!field?.dataset.task) return
  const task = JSON.parse(field.dataset.task) as Task
  const worker = new Worker(new URL(WORKER, import.meta.url), { type: 'module' })
  const number = await new Promise((found, fail) => {
    worker.onmessage = ({ data }) => found(data)
    worker.onerror = fail
    worker.postMessage(task)
  })
  worker.terminate()
  field.value = btoa(JSON.stringify({ ...task, number }))
}
