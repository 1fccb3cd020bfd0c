import { cutText } from '../formats/text'
import { jaroWinkler } from '../records/jaro_winkler'

/** Tags that links are made with, by house rules: which sources, mediums and campaigns there are. */

export const TAG_SORTS = ['source', 'medium', 'campaign'] as const
export type TagSort = (typeof TAG_SORTS)[number]

/** The tags of a link; empty for none. */
export type Tags = Record<TagSort, string>

/** The tags that a workspace plans to use; where there are none of a sort, any is fine. */
export type PlannedTags = Record<TagSort, readonly string[]>

export const NO_TAGS: PlannedTags = { source: [], medium: [], campaign: [] }

/** Longest tag, in characters. */
export const LONGEST_TAG = 100

/** A tag as everybody writes it: in small letters, its words joined by hyphens. Tidying twice changes nothing. */
export const tidyTag = (text: string): string =>
  cutText(text.normalize('NFC').trim().toLowerCase().replace(/\s+/gu, '-'), LONGEST_TAG)

/** A tag that is none of those planned, with the one that it looks like. */
export interface Unplanned {
  sort: TagSort
  tag: string
  closest: string | null
}

/** How alike two tags are at the least, for one to be meant by the other (Winkler 1990). */
const ALIKE = 0.85

/** What of a link’s tags is not planned; empty for what follows the house rules. */
export const findUnplanned = (tags: Tags, planned: PlannedTags): Unplanned[] =>
  TAG_SORTS.flatMap((sort) => {
    const tag = tags[sort]
    const known = planned[sort]
    if (tag === '' || known.length === 0 || known.includes(tag)) return []
    return [{ sort, tag, closest: closestTo(tag, known) }]
  })

function closestTo(tag: string, known: readonly string[]): string | null {
  const bare = (text: string) => text.replaceAll(/[-_.]/g, '')
  const weighed = known.map((one) => ({ one, alike: jaroWinkler(bare(tag), bare(one)) }))
  const best = weighed.reduce((a, b) => (b.alike > a.alike ? b : a), { one: '', alike: 0 })
  return best.alike >= ALIKE ? best.one : null
}

/** An address with tags, in place of any that it had of the same sort. */
export function addressWithTags(address: string, tags: Tags): string {
  const url = new URL(address)
  for (const sort of TAG_SORTS) if (tags[sort] !== '') url.searchParams.set(`utm_${sort}`, tags[sort])
  return url.toString()
}

/** The same tags as a link has them, by which its visits are told. */
export const parametersOf = (tags: Tags): Record<string, string> =>
  Object.fromEntries(TAG_SORTS.flatMap((sort) => (tags[sort] === '' ? [] : [[`utm_${sort}`, tags[sort]]])))

/** What a table of planned tags says: which there are, and which rows say none. */
export interface ReadTags {
  planned: PlannedTags
  wrong: { line: number; says: string }[]
}

/**
 * Reads a table of planned tags: a column for each sort that it tells, called `source`, `medium` or `campaign`, with or
 * without `utm_` before it. Cells may be blank, and a tag may stand there more than once. Lines count from 1, the head’s.
 */
export function readTags([head = [], ...rows]: readonly (readonly string[])[]): ReadTags {
  const columns = TAG_SORTS.map((sort) => ({
    sort,
    at: head.findIndex((name) => tidyTag(name).replace(/^utm_/, '') === sort),
  })).filter(({ at }) => at >= 0)
  if (columns.length === 0)
    return { planned: NO_TAGS, wrong: [{ line: 1, says: 'No column is called source, medium or campaign' }] }
  const found: Record<TagSort, Set<string>> = { source: new Set(), medium: new Set(), campaign: new Set() }
  const wrong: ReadTags['wrong'] = []
  rows.forEach((row, index) => {
    const tags = columns.map(({ sort, at }) => ({ sort, tag: tidyTag(row[at] ?? '') })).filter(({ tag }) => tag !== '')
    if (tags.length === 0 && row.some((cell) => cell.trim() !== ''))
      wrong.push({ line: index + 2, says: 'No tag in it' })
    for (const { sort, tag } of tags) found[sort].add(tag)
  })
  return { planned: { source: [...found.source], medium: [...found.medium], campaign: [...found.campaign] }, wrong }
}
