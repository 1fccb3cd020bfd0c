import { valueIn } from '../answers/answer'
import { cutText } from '../formats/text'

/** Where a visit came from, read once when it starts. */
export interface Source {
  /** What Readout groups by, such as “autumn · mail” or “ring.example (site)”. */
  label: string
  source: string | null
  medium: string | null
  campaign: string | null
  /** Host of the page before, when it is not ours. */
  referrer: string | null
}

const MOST = 120

/**
 * Tells a visit's source: the link's `utm_*` tags when it has any, otherwise the site before,
 * otherwise unknown. Tags compare in lower case, since people type them by hand.
 */
export function tellSource(
  link: Readonly<Record<string, string>>,
  pageBefore: string | null,
  ownHost: string | null = null,
): Source {
  const tag = (name: string) => cutText(valueIn(link, name)?.trim().toLowerCase() ?? '', MOST) || null
  const source = tag('utm_source')
  const medium = tag('utm_medium')
  const campaign = tag('utm_campaign')
  const referrer = siteOf(pageBefore, ownHost)
  const tags = [source ?? (campaign || medium ? 'untold' : null), medium, campaign].filter(Boolean)
  const label = tags.join(' · ') || (referrer ? `${referrer} (site)` : 'Direct or unknown')
  return { label, source, medium, campaign, referrer }
}

function siteOf(page: string | null, ownHost: string | null): string | null {
  if (!page || !URL.canParse(page)) return null
  const { host, protocol } = new URL(page)
  if (protocol !== 'http:' && protocol !== 'https:') return null
  return host === ownHost ? null : cutText(host, MOST)
}
