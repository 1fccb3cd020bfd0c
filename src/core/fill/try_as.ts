import type { Answers } from '../answers/answer'
import type { LinkParameters } from '../answers/link_parameters'
import type { RecordType } from '../fields/field'
import type { Try } from '../form/tries'
import type { Known, Stored } from '../origins/source'

/**
 * What would be known of somebody made up: what their test values say, and of the rest nothing that was known before,
 * but for the moment and the form.
 */
export function tryAs(known: Known, tried: Try): Known {
  const { pageBefore, framedBy, language, zone, screen, country } = tried
  return {
    ...known,
    link: parametersIn(tried.link),
    holder: storedIn(tried),
    formBefore: null,
    pageBefore: pageBefore || null,
    framedBy: framedBy || null,
    browser: { language: language || null, zone: zone || null, screen: screen || null },
    server: known.server && { ...known.server, country: country || null },
  }
}

function parametersIn(link: string): LinkParameters {
  const said = new URLSearchParams(link.replace(/^.*\?/, ''))
  return Object.fromEntries(
    [...new Set(said.keys())].map((name) => {
      const all = said.getAll(name)
      return [name, all.length > 1 ? all : (all[0] ?? '')]
    }),
  )
}

/** What is stored of them; `null` for somebody of whom nothing is, who is a stranger. */
function storedIn({ stored, lists }: Try): Stored | null {
  if (stored.length === 0 && lists.length === 0) return null
  const records: Partial<Record<RecordType, Answers>> = {}
  for (const { record, field, value } of stored) records[record] = { ...records[record], [field]: value }
  return { records, lists, sent: {} }
}
