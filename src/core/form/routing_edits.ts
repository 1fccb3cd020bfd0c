import type { Expectation } from '../logic/expectation'
import { nameFrom } from './name_from'
import type { ChosenTarget, Form, Message, Route, Routing } from './definition'

/** Edits of a draft's routing table and messages, like those in `edits.ts`. */

const withRouting = (form: Form, change: Partial<Routing>): Form => ({
  ...form,
  routing: { ...form.routing, ...change },
})

export const addColumn = (form: Form, name: string): Form =>
  form.routing.columns.includes(name) ? form : withRouting(form, { columns: [...form.routing.columns, name] })

/** Takes a column away, and every row's cell in it. */
export const removeColumn = (form: Form, name: string): Form =>
  withRouting(form, {
    columns: form.routing.columns.filter((column) => column !== name),
    rows: form.routing.rows.map((row) => ({ ...row, cells: omit(row.cells, name) })),
  })

export const addRoute = (form: Form, desk: string, message: string): Form =>
  withRouting(form, { rows: [...form.routing.rows, { cells: {}, desk, message }] })

export const removeRoute = (form: Form, index: number): Form =>
  withRouting(form, { rows: form.routing.rows.toSpliced(index, 1) })

export const updateRoute = (form: Form, index: number, change: Partial<Route>): Form =>
  withRouting(form, {
    rows: form.routing.rows.map((row, at) => (at === index ? { ...row, ...change } : row)),
  })

/** Sets what one value must be in a row; `null` lets it be anything. */
export function setCell(form: Form, index: number, name: string, cell: Expectation | null): Form {
  const row = form.routing.rows[index]
  if (!row) return form
  return updateRoute(form, index, { cells: cell ? { ...row.cells, [name]: cell } : omit(row.cells, name) })
}

/** Moves a row up or down: earlier rows win. */
export function moveRoute(form: Form, index: number, by: -1 | 1): Form {
  const { rows } = form.routing
  const row = rows[index]
  const target = index + by
  if (!row || target < 0 || target >= rows.length) return form
  return withRouting(form, { rows: rows.toSpliced(index, 1).toSpliced(target, 0, row) })
}

export const setHit = (form: Form, hit: Routing['hit']): Form => withRouting(form, { hit })

export const setOtherwise = (form: Form, otherwise: Routing['otherwise']): Form => withRouting(form, { otherwise })

export function addMessage(form: Form, to: Message['to']): Form {
  const title = to === 'desk' ? 'Message to a desk' : 'Message to the visitor'
  const name = nameFrom(
    title,
    form.messages.map((message) => message.name),
  )
  const words =
    to === 'desk'
      ? { subject: '{{ form_title }}: a new submission', body: '{{ all_answers }}' }
      : { subject: 'Thank you', body: 'Thank you. We have your answers.' }
  return { ...form, messages: [...form.messages, { name, title, to, ...words, when: null, waits: null }] }
}

export const updateMessage = (form: Form, name: string, change: Partial<Message>): Form => ({
  ...form,
  messages: form.messages.map((message) => (message.name === name ? { ...message, ...change } : message)),
})

export const removeMessage = (form: Form, name: string): Form => ({
  ...form,
  messages: form.messages.filter((message) => message.name !== name),
})

/** Says what the form does with a connection; what is not said stays as it was. */
export function setTarget(form: Form, connection: string, change: Partial<Omit<ChosenTarget, 'connection'>>): Form {
  const said = form.targets.find((target) => target.connection === connection)
  const next = { use: true, when: null, ...said, ...change, connection }
  return {
    ...form,
    targets: said ? form.targets.map((target) => (target === said ? next : target)) : [...form.targets, next],
  }
}

const omit = <T>(record: Record<string, T>, key: string): Record<string, T> =>
  Object.fromEntries(Object.entries(record).filter(([name]) => name !== key))
