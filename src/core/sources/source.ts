import { firstOf, type LinkParameters } from '../answers/link_parameters'
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

/** What visits by personal links are called that have no tags: a sheet of links may give them some. */
const PERSONAL_LINK = 'Personal link'

/** What visits are called whose visitors were asked whether it may be kept where they came from, and have not said so. */
const WITHHELD = 'Kept to themselves'

/** The `utm_*` tags of the page that frames a form, for a frame whose own address has none; none for any other page. */
export function tagsOfFrame(page: string | null, own: URLSearchParams): [string, string][] {
  const isTag = (name: string) => /^utm_[a-z_]{1,20}$/.test(name)
  if (!page || !URL.canParse(page) || [...own.keys()].some(isTag)) return []
  return [...new URL(page).searchParams].filter(([name, value]) => isTag(name) && value !== '').slice(0, 10)
}

/**
 * How a form stands on the page around it: in a plain frame, in one that our script made in the page or over it, in the page
 * itself, or as the page's own HTML; or a form built there, that sends to an inlet of ours.
 */
export type Through = 'frame' | 'script' | 'over' | 'page' | 'html' | 'inlet'

const THROUGH_WORDS: Record<Through, string> = {
  frame: 'frame',
  script: 'script',
  over: 'over the page',
  page: 'in the page',
  html: 'own HTML',
  inlet: 'inlet',
}

/** How a visit came, beside its link and the page before. */
export interface Way {
  /** Host of our own pages. */
  ownHosts?: readonly string[]
  /** Whether by a personal link. */
  byPersonalLink?: boolean
  /** Host of the page around the form, and how it stands there. */
  framedBy?: string | null
  through?: Through
  /** Whether nothing of that may be kept. */
  withheld?: boolean
}

/**
 * Tells a visit's source: the link's `utm_*` tags when it has any, otherwise the personal link it came by, otherwise
 * the site before, otherwise unknown. A page around the form is where people are, not where they came from: it is told,
 * with how the form stands in it, where nothing more is known. Tags compare in lower case, since people type them by hand.
 */
export function tellSource(
  link: LinkParameters,
  pageBefore: string | null,
  { ownHosts = [], byPersonalLink = false, framedBy = null, through = 'frame', withheld = false }: Way = {},
): Source {
  const tag = (name: string) => cutText(firstOf(link, name)?.trim().toLowerCase() ?? '', MOST) || null
  const source = tag('utm_source')
  const medium = tag('utm_medium')
  const campaign = tag('utm_campaign')
  const referrer = siteOf(pageBefore, ownHosts)
  const tags = [source ?? (campaign || medium ? 'untold' : null), medium, campaign].filter(Boolean)
  const label =
    tags.join(' · ') ||
    (byPersonalLink && PERSONAL_LINK) ||
    (referrer !== null && referrer !== framedBy && `${referrer} (site)`) ||
    (framedBy !== null && !ownHosts.includes(framedBy) && `${cutText(framedBy, MOST)} (${THROUGH_WORDS[through]})`) ||
    (withheld ? WITHHELD : 'Direct or unknown')
  return { label, source, medium, campaign, referrer }
}

function siteOf(page: string | null, ownHosts: readonly string[]): string | null {
  if (!page || !URL.canParse(page)) return null
  const { host, protocol } = new URL(page)
  if (protocol !== 'http:' && protocol !== 'https:') return null
  return ownHosts.includes(host) ? null : cutText(host, MOST)
}
