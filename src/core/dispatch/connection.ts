import type { Answers } from '../answers/answer'
import type { Form } from '../form/definition'
import { holds } from '../logic/condition'
import { describeCondition } from '../logic/describe'
import { targetOf } from './targets/registry'
import type { TargetName } from './targets/target'

/** One outside place that deliveries of a workspace go to, as plans and the studio see it: without its secrets. */
export interface Connection {
  name: string
  title: string
  target: TargetName
  /** What anybody of the workspace may see of its settings. */
  settings: Readonly<Record<string, string>>
  /** Whether forms send here unless they say otherwise. */
  everyForm: boolean
  /** Retired ones get nothing any more; what was sent keeps their name. */
  retired: boolean
}

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
        ? `This form sends there when ${describeCondition(form, said.when)}`
        : said?.use
          ? 'This form sends there'
          : 'Every form sends there'
      return [{ connection, because }]
    })
}

/** Settings of a connection as entered, apart: what may be seen, and what is secret. */
export type CheckedSettings =
  | { ok: true; settings: Record<string, string>; secrets: Record<string, string> }
  | { ok: false; setting: string; message: string }

/**
 * Checks the settings that were entered for a connection. A secret that is left blank stays as it is `kept`,
 * since nobody is shown it again; blank ones that are not needed are left out.
 */
export function checkSettings(
  target: TargetName,
  given: Readonly<Record<string, string>>,
  kept: Readonly<Record<string, string>>,
): CheckedSettings {
  const rules = targetOf(target).settings
  const stray = Object.keys(given).find((name) => !Object.hasOwn(rules, name))
  if (stray !== undefined) return { ok: false, setting: stray, message: `It has no setting “${stray}”` }
  const checked = { settings: {} as Record<string, string>, secrets: {} as Record<string, string> }
  for (const [setting, { label, secret, needed, schema }] of Object.entries(rules)) {
    const entered = Object.hasOwn(given, setting) ? (given[setting] ?? '').trim() : ''
    const text = entered === '' && secret ? (kept[setting] ?? '') : entered
    if (text === '') {
      if (needed) return { ok: false, setting, message: `${label} is needed` }
      continue
    }
    const read = schema.safeParse(text)
    if (!read.success) return { ok: false, setting, message: read.error.issues[0]?.message ?? `${label} is wrong` }
    checked[secret ? 'secrets' : 'settings'][setting] = read.data
  }
  return { ok: true, ...checked }
}
