import type { TargetName } from './bodies'
import { targetOf } from './registry'

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
