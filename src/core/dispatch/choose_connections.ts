import type { Answers } from '../answers/answer'
import type { Form } from '../form/definition'
import { describeCondition } from '../logic/describe'
import { vocabularyOf } from '../form/vocabulary'
import { holds } from '../logic/condition'
import type { Connection } from './connection'
import { targetOf } from './targets/registry'

/** A connection that a submission goes to, and why. */
export interface Chosen {
  connection: Connection
  because: string
}

/** Whether a form sends to a connection, by what it says itself or else by the connection. */
export function sendsTo(form: Form, { name, everyForm, retired }: Connection): boolean {
  return !retired && (form.targets.find(({ connection }) => connection === name)?.use ?? everyForm)
}

/** The connections these answers go to, in the workspace's order. Mail is none of them: messages choose it. */
export function chooseConnections(form: Form, values: Answers, connections: readonly Connection[]): Chosen[] {
  return connections
    .filter((connection) => targetOf(connection.target).chosen && sendsTo(form, connection))
    .flatMap((connection) => {
      const said = form.targets.find((target) => target.connection === connection.name)
      if (!holds(said?.when ?? null, values)) return []
      const because = said?.when
        ? `This form sends there when ${describeCondition(vocabularyOf(form), said.when)}`
        : said?.use
          ? 'This form sends there'
          : 'Every form sends there'
      return [{ connection, because }]
    })
}
